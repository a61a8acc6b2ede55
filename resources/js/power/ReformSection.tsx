import type { PowerUp } from '../api/client';

/** Old electrolytics brought up slowly: resistor, steps, what they may leak, when to stop. */
export function ReformSection({ parts }: { parts: NonNullable<PowerUp['parts']> }) {
    if (parts.length === 0) {
        return <p>No electrolytic in it is large enough for reforming to be worth its time.</p>;
    }
    return (
        <>
            <p>
                For electrolytics that have stood without voltage for years. Minutes here save a bang later; what does
                not come down is replaced.
            </p>
            {parts.map((part) => (
                <article key={part.ref} className="feed" aria-label={`Reform ${part.ref}`}>
                    <h3>
                        {part.label}
                        <small>{part.time}</small>
                    </h3>
                    <p>
                        {part.resistor}. {part.how}
                    </p>
                    <table className="differences">
                        <thead>
                            <tr>
                                <th>Set</th>
                                <th>hold</th>
                                <th>may leak</th>
                                <th>across the resistor then</th>
                            </tr>
                        </thead>
                        <tbody>
                            {part.steps.map((step) => (
                                <tr key={step.set}>
                                    <th className="mono-figures">{step.set}</th>
                                    <td>{step.hold}</td>
                                    <td className="mono-figures">{step.limit}</td>
                                    <td className="mono-figures">under {step.drop}</td>
                                </tr>
                            ))}
                        </tbody>
                    </table>
                    <p>{part.stop}</p>
                    <p className="hint">{part.source}</p>
                </article>
            ))}
        </>
    );
}

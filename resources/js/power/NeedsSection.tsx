import type { PowerUp } from '../api/client';

/** The fuse that belongs there, and what the supply must see before it runs. */
export function NeedsSection({
    fuses,
    interlocks,
}: {
    fuses: NonNullable<PowerUp['fuses']>;
    interlocks: NonNullable<PowerUp['interlocks']>;
}) {
    return (
        <>
            {fuses.map((fuse) => (
                <article key={fuse.ref} className="feed" aria-label={`Fuse ${fuse.ref}`}>
                    <h3>
                        {fuse.ref}: {fuse.fit}
                    </h3>
                    <p>
                        {fuse.rating} {fuse.characteristic}
                    </p>
                    <p>{fuse.breaking}</p>
                    <p>
                        <b>{fuse.larger}</b>
                    </p>
                    <p>
                        {fuse.once} {fuse.checks.map((check) => `${check.id} (${check.where})`).join(', ')}.
                    </p>
                </article>
            ))}
            <h2>Interlocks</h2>
            {interlocks.length === 0 && (
                <p>The description names none: no sense leads, no jumper, no minimum load, no command.</p>
            )}
            {interlocks.map((need) => (
                <article key={need.what} className="feed">
                    <h3>
                        {need.what}
                        <small>{need.kind}</small>
                    </h3>
                    <p>
                        {need.how}{' '}
                        {need.stands_in !== '' && (
                            <b>The least it runs steadily with, as a resistor: {need.stands_in}.</b>
                        )}
                    </p>
                    <p className="quiet">Without it: {need.without}</p>
                </article>
            ))}
        </>
    );
}

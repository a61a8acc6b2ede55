import { Button } from 'antd';
import type { PartPlace } from '../api/client';
import type { Writes } from './PartsBench';

const outcomes = ['found', 'ruled out', 'not known'];

/** A failed part has a cause: the usual ones, with what the engine and the log already say. */
export function OriginList({ place, bench, onRecord }: { place: PartPlace } & Writes) {
    return (
        <section aria-label="Why it failed">
            <h2>If it failed: why?</h2>
            <ul className="origins">
                {place.origins.map((origin) => (
                    <li key={origin.key}>
                        <b>
                            {origin.title}
                            {origin.likely && <em> likely</em>}
                        </b>
                        {origin.finding !== '' && <p>{origin.finding}</p>}
                        <p className="hint">{origin.check}</p>
                        {origin.outcome !== '' ? (
                            <p role="status">
                                <b>{origin.outcome}</b>
                            </p>
                        ) : (
                            bench.job.may_write && (
                                <div className="origin-acts">
                                    {outcomes.map((outcome) => (
                                        <Button
                                            key={outcome}
                                            size="small"
                                            aria-label={`${origin.title}: ${outcome}`}
                                            onClick={() =>
                                                onRecord('origin', {
                                                    part: place.ref,
                                                    key: origin.key,
                                                    title: origin.title,
                                                    outcome,
                                                })
                                            }
                                        >
                                            {outcome}
                                        </Button>
                                    ))}
                                </div>
                            )
                        )}
                    </li>
                ))}
            </ul>
        </section>
    );
}

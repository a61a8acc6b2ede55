import type { PathStage, PointView } from '../api/client';
import { Mark } from './Mark';

interface Props {
    path: PathStage[];
    points: PointView[];
    target: string | null;
    onPoint?: (point: PointView) => void;
}

function Point({
    point,
    isTarget,
    onPoint,
}: {
    point: PointView;
    isTarget: boolean;
    onPoint?: (point: PointView) => void;
}) {
    const { reading } = point;
    return (
        <button
            type="button"
            className={`point ${isTarget ? 'target' : ''} ${reading === null ? 'unread' : ''}`}
            onClick={() => onPoint?.(point)}
            title={`${point.name}: ${point.how}`}
        >
            {reading === null ? (
                <i className="no-reading" aria-hidden="true" />
            ) : (
                <Mark shape={reading.mark} title={reading.word} />
            )}
            <span className="point-id">{point.id}</span>
            {reading === null ? (
                <span className="point-expected">
                    {point.expected}
                    {point.function === 'ac' ? ' AC' : ''}
                </span>
            ) : (
                <span className="point-reading">
                    <b>{reading.text}</b> {reading.word}
                </span>
            )}
            {point.hot && (
                <span className="hot" title="on the mains side">
                    hot
                </span>
            )}
        </button>
    );
}

function Stage({ stage, depth, ...props }: Props & { stage: PathStage; depth: number }) {
    const children = props.path.filter((other) => other.from === stage.id);
    const points = props.points.filter((point) => point.stage === stage.id);
    const suspected = stage.parts.filter((part) => part.suspicion >= 0.03).sort((a, b) => b.suspicion - a.suspicion);
    const quiet = stage.parts.filter((part) => part.suspicion < 0.03);

    return (
        <div className={`stage depth-${Math.min(depth, 4)}`}>
            <div className={`stage-own energy-${stage.energy}`}>
                <div className="trace" aria-hidden="true" />
                <div
                    className="stage-block"
                    style={{ '--suspicion': stage.suspicion } as React.CSSProperties}
                    aria-label={`${stage.name}, energy ${stage.energy}, suspicion ${stage.share}`}
                >
                    <div className="stage-name">
                        {stage.name}
                        {stage.suspicion >= 0.03 && <span className="stage-suspicion">{stage.share}</span>}
                    </div>
                    <div className="stage-parts">
                        {suspected.map((part) => (
                            <span key={part.ref} className="part suspected" title={part.label}>
                                {part.ref} {part.share}
                            </span>
                        ))}
                        {quiet.map((part) => (
                            <span
                                key={part.ref}
                                className={`part ${part.replaced ? 'replaced' : ''}`}
                                title={part.label}
                            >
                                {part.ref}
                                {part.replaced ? ' new' : ''}
                            </span>
                        ))}
                    </div>
                </div>
                {points.map((point) => (
                    <Point key={point.id} point={point} isTarget={point.id === props.target} onPoint={props.onPoint} />
                ))}
            </div>
            {children.length > 0 && (
                <div className={children.length > 1 ? `branches energy-${stage.energy}` : 'onward'}>
                    {children.map((child) => (
                        <Stage key={child.id} stage={child} depth={depth + 1} {...props} />
                    ))}
                </div>
            )}
        </div>
    );
}

/**
 * From the wall to the outputs: solid where energy is proven, hollow where it is proven absent, dashed where unknown.
 */
export function EnergyPath(props: Props) {
    const roots = props.path.filter((stage) => stage.from === null || stage.from === undefined);
    return (
        <section className="path" aria-label="Power path">
            {roots.map((stage) => (
                <Stage key={stage.id} stage={stage} depth={0} {...props} />
            ))}
            <div className="legend">
                <i className="solid" /> proven present
                <i className="hollow" /> proven absent
                <i className="dashed" /> not known
            </div>
        </section>
    );
}

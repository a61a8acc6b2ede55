import type { Circuit } from '../api/client';

/** The same relations as the picture, as a list: each part, its nodes, and what is next to it. */
export function CircuitList({ circuit, onPart }: { circuit: Circuit; onPart?: (ref: string) => void }) {
    const at = new Map<string, string[]>();
    for (const part of circuit.parts) {
        for (const pin of part.pins) {
            at.set(pin.node, [...(at.get(pin.node) ?? []), `${part.ref} ${pin.name}`]);
        }
    }
    const grounds = new Map(circuit.nodes.filter((node) => node.ground !== null).map((node) => [node.id, node.ground]));
    const points = new Map(circuit.nodes.map((node) => [node.id, node.points]));
    return (
        <ul className="circuit-list" aria-label="Parts and what they are joined to">
            {circuit.parts.map((part) => (
                <li key={part.ref}>
                    {onPart === undefined ? (
                        <b>{part.label}</b>
                    ) : (
                        <button type="button" className="plain" onClick={() => onPart(part.ref)}>
                            {part.label}
                        </button>
                    )}
                    {part.zone === 'safe' ? '' : part.zone === 'hot' ? ' (mains side)' : ' (across the isolation)'}
                    <ul>
                        {part.pins.map((pin) => {
                            const others = (at.get(pin.node) ?? []).filter(
                                (other) => other !== `${part.ref} ${pin.name}`,
                            );
                            const ground = grounds.get(pin.node);
                            return (
                                <li key={pin.name}>
                                    {pin.name}: {ground ?? pin.node}
                                    {(points.get(pin.node) ?? []).length > 0 &&
                                        `, ${(points.get(pin.node) ?? []).join(', ')}`}
                                    {ground === undefined &&
                                        (others.length === 0 ? ', nothing else' : `, with ${others.join(', ')}`)}
                                </li>
                            );
                        })}
                    </ul>
                </li>
            ))}
        </ul>
    );
}

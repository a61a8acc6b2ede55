import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { answer, api } from '../api/client';
import type { Description } from '../library/description';
import { useSettled } from '../shell/useSettled';
import { CircuitList } from './CircuitList';
import { CircuitPicture, type PictureState } from './CircuitPicture';
import { useDrawing } from './useDrawing';

/** The circuit of a description, finished or not: what is not joined is marked and leads to its row. */
export function CircuitSheet({ description, onPart }: { description: Description; onPart?: (ref: string) => void }) {
    const [listed, setListed] = useState(false);
    const typed = useSettled(description);
    const circuit = useQuery({
        queryKey: ['draft circuit', typed],
        queryFn: ({ signal }) => answer(api.POST('/supplies/circuit', { body: { description: typed }, signal })),
        placeholderData: (before) => before,
    });
    const drawing = useDrawing(circuit.data, null, 'bare');
    const state = useMemo(
        (): PictureState => ({
            parts: {},
            flags: {},
            hot: new Set((circuit.data?.nodes ?? []).filter((one) => one.hot).map((one) => one.id)),
            loose: Object.fromEntries((circuit.data?.loose ?? []).map((one) => [one.part, one.sentence])),
        }),
        [circuit.data],
    );
    if (circuit.data === undefined || drawing.data === undefined) {
        return <p role="status">{circuit.error?.message ?? drawing.error?.message ?? 'Drawing…'}</p>;
    }
    const { loose } = circuit.data;
    return (
        <section className="circuit-sheet" aria-label="Circuit">
            <div className="circuit-tools">
                <button type="button" className="plain" aria-pressed={listed} onClick={() => setListed(!listed)}>
                    {listed ? 'as a picture' : 'as a list'}
                </button>
                {loose.length === 0 ? (
                    <span className="quiet">Every pin is joined.</span>
                ) : (
                    <ul className="loose" aria-label="What is not joined">
                        {loose.slice(0, 5).map((one) => (
                            <li key={one.sentence}>
                                <button type="button" className="plain" onClick={() => onPart?.(one.part)}>
                                    {one.sentence}
                                </button>
                            </li>
                        ))}
                        {loose.length > 5 && <li>and {loose.length - 5} more</li>}
                    </ul>
                )}
            </div>
            {circuit.data.parts.length === 0 ? (
                <p className="quiet">There is no part yet.</p>
            ) : listed ? (
                <CircuitList circuit={circuit.data} onPart={onPart} />
            ) : (
                <CircuitPicture circuit={circuit.data} drawing={drawing.data} state={state} onPart={onPart} />
            )}
        </section>
    );
}

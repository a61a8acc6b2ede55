import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { answer, api, type PracticeRun } from '../api/client';
import { CircuitList } from '../circuit/CircuitList';
import { CircuitPicture, type PictureState } from '../circuit/CircuitPicture';
import { useDrawing } from '../circuit/useDrawing';
import { RefusalNote } from '../help/RefusalNote';

interface Props {
    run: PracticeRun;
    /** What the field stands at: a point or a part is marked. */
    text: string;
    onPut: (word: string) => void;
}

/** What was read last at each point of this run: "TP4 5.02 V". */
function readAt(run: PracticeRun): PictureState['flags'] {
    const flags: PictureState['flags'] = {};
    run.lines.forEach((line) => {
        line.said.split('\n').forEach((said) => {
            const [target = '', ...shown] = said.split(' ');
            if (line.taken && run.points.some((one) => one.id === target)) {
                flags[target] = { upper: shown.join(' '), lower: '' };
            }
        });
    });
    return flags;
}

/** The circuit of the unit as it should be: a point puts the leads there, a part is taken in hand. */
export default function PracticeCircuit({ run, text, onPut }: Props) {
    const [listed, setListed] = useState(false);
    const circuit = useQuery({
        queryKey: ['practice', run.id, 'circuit'],
        queryFn: () => answer(api.GET('/practice/{practice}/circuit', { params: { path: { practice: run.id } } })),
        staleTime: Infinity,
    });
    const drawing = useDrawing(circuit.data, null, 'full');
    const words = text.trim().toUpperCase().split(/\s+/);
    const target = [...run.points.map((one) => one.id), ...run.parts.map((one) => one.ref)].find((one) =>
        words.includes(one.toUpperCase()),
    );
    const state = useMemo(
        (): PictureState => ({
            parts: {},
            flags: readAt(run),
            red: circuit.data?.nodes.find((one) => target !== undefined && one.points.includes(target))?.id,
            target,
            hot: new Set((circuit.data?.nodes ?? []).filter((one) => one.hot).map((one) => one.id)),
        }),
        [circuit.data, run, target],
    );
    if (circuit.error !== null) {
        return <RefusalNote>{circuit.error.message}</RefusalNote>;
    }
    if (circuit.data === undefined || drawing.data === undefined) {
        return <p role="status">Drawing the circuit…</p>;
    }
    const { data } = circuit;
    const pointAt = (node: string) => {
        const point = data.nodes.find((one) => one.id === node)?.points[0];
        if (point !== undefined) {
            onPut(point);
        }
    };
    return (
        <section className="circuit-sheet practice-circuit" aria-label="Circuit">
            <div className="circuit-tools">
                <button type="button" className="plain" aria-pressed={listed} onClick={() => setListed(!listed)}>
                    {listed ? 'as a picture' : 'as a list'}
                </button>
                <span className="quiet">
                    As it should be. A point puts the leads there; a part is tested by itself.
                </span>
            </div>
            {listed ? (
                <CircuitList circuit={data} onPart={(ref) => onPut(`test ${ref}`)} />
            ) : (
                <CircuitPicture
                    circuit={data}
                    drawing={drawing.data}
                    state={state}
                    onNode={pointAt}
                    onPoint={onPut}
                    onPart={(ref) => onPut(`test ${ref}`)}
                />
            )}
        </section>
    );
}

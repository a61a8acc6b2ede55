import type { Bench, RecapLine } from '../api/client';

/** The board with its capacitors: open to do, half when fitted, full when its polarity was looked at. */
export function BoardProgress({ bench, lines }: { bench: Bench; lines: RecapLine[] }) {
    const states = new Map(
        lines.filter((line) => line.decision === 'replace').map((line) => [line.ref, line.progress]),
    );
    const photo = bench.photos.find((one) => one.pins.some((pin) => states.has(pin.target)));
    if (photo === undefined) {
        return (
            <p className="hint board-none">
                Pin the capacitors on a photograph of the board (V on the bench): then the work shows there.
            </p>
        );
    }
    return (
        <figure className="board recap-board" style={{ aspectRatio: `${photo.width} / ${photo.height}` }}>
            <img
                src={`/api/v1/jobs/${bench.job.id}/photos/${photo.id}${photo.ready ? '' : '?waiting'}`}
                alt={photo.caption}
            />
            {photo.pins
                .filter((pin) => states.has(pin.target))
                .map((pin) => (
                    <span
                        key={pin.target}
                        className={`cap cap-${(states.get(pin.target) ?? '').replace(' ', '-')}`}
                        style={{ left: `${pin.x * 100}%`, top: `${pin.y * 100}%` }}
                        title={`${pin.target}: ${states.get(pin.target) ?? ''}`}
                    >
                        <i aria-hidden="true" />
                        {pin.target}
                    </span>
                ))}
        </figure>
    );
}

import type { ReactNode } from 'react';

export interface Place {
    target: string;
    x: number;
    y: number;
}

interface Props {
    label: string;
    width: number;
    height: number;
    /** What is being placed; nothing if nothing is. */
    placing: Place | undefined;
    onPlace: (place: Place) => void;
    onPlaced: (place: Place) => void;
    /** A press on the picture while nothing is being placed. */
    onPress?: (x: number, y: number) => void;
    children: ReactNode;
}

const STEP = 0.01;
const within = (share: number) => Math.min(1, Math.max(0, share));
const moves: Record<string, [number, number]> = {
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0],
    ArrowUp: [0, -1],
    ArrowDown: [0, 1],
};

/** A picture on which pins are placed, by a press or by arrow keys and Enter; places are shares of its size. */
export function PinBoard({ label, width, height, placing, onPlace, onPlaced, onPress, children }: Props) {
    const key = (event: React.KeyboardEvent) => {
        const by = moves[event.key];
        if (placing === undefined) {
            return;
        }
        if (by !== undefined) {
            event.preventDefault();
            const size = event.shiftKey ? 5 * STEP : STEP;
            onPlace({ ...placing, x: within(placing.x + by[0] * size), y: within(placing.y + by[1] * size) });
        } else if (event.key === 'Enter') {
            event.preventDefault();
            onPlaced(placing);
        }
    };
    const click = (event: React.MouseEvent<HTMLDivElement>) => {
        const frame = event.currentTarget.getBoundingClientRect();
        const x = within((event.clientX - frame.left) / frame.width);
        const y = within((event.clientY - frame.top) / frame.height);
        if (placing !== undefined) {
            onPlaced({ ...placing, x, y });
        } else {
            onPress?.(x, y);
        }
    };
    return (
        // The keys belong to the whole picture while a pin is being placed; the pins on it are buttons of their own.
        <div
            className={`board ${placing === undefined ? '' : 'board-placing'}`}
            role="group"
            aria-label={label}
            tabIndex={placing === undefined ? undefined : 0}
            ref={(board) => {
                if (placing !== undefined && document.activeElement !== board) {
                    board?.focus();
                }
            }}
            style={{ aspectRatio: `${width} / ${height}`, maxWidth: `calc((100vh - 220px) * ${width / height})` }}
            onKeyDown={key}
            onClick={click}
        >
            {children}
            {placing !== undefined && (
                <div className="pin pin-ghost" style={{ left: `${placing.x * 100}%`, top: `${placing.y * 100}%` }}>
                    <span>{placing.target}</span>
                </div>
            )}
        </div>
    );
}

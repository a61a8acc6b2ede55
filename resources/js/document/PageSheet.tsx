import type { DocumentPage } from '../api/client';
import { PinBoard, type Place } from '../shell/PinBoard';

interface Props {
    page: DocumentPage;
    /** Where the leads go, by what is pinned there. */
    red?: string;
    black?: string;
    /** What is said beside a pin. */
    said?: Record<string, { text: string; good: boolean }>;
    placing?: Place;
    onPlace?: (place: Place) => void;
    onPlaced?: (place: Place) => void;
    onPress?: (x: number, y: number) => void;
    onTarget?: (target: string) => void;
}

const nothing = () => undefined;

function Lead({ colour, pin }: { colour: 'red' | 'black'; pin: { x: number; y: number } }) {
    return (
        <svg
            className={`page-lead ${colour}`}
            style={{ left: `${pin.x * 100}%`, top: `${pin.y * 100}%` }}
            viewBox="-8 -36 16 37"
            aria-label={`${colour} lead`}
            role="img"
        >
            <path d="M0 0L-5 -13L-3 -34H3L5 -13Z" />
        </svg>
    );
}

/** A page of a service document with what is pinned on it, and the leads where they go. */
export function PageSheet({ page, red, black, said, placing, onPlace, onPlaced, onPress, onTarget }: Props) {
    const name = `${page.document}, page ${page.number}`;
    const lead = (colour: 'red' | 'black', target: string | undefined) => {
        const pin = page.pins.find((one) => one.target === target);
        return pin === undefined ? null : <Lead colour={colour} pin={pin} />;
    };
    return (
        <PinBoard
            label={name}
            width={page.width}
            height={page.height}
            placing={placing}
            onPlace={onPlace ?? nothing}
            onPlaced={onPlaced ?? nothing}
            onPress={onPress}
        >
            <img src={page.picture} alt={name} />
            {page.pins
                .filter((pin) => pin.target !== placing?.target)
                .map((pin) => (
                    <div
                        key={pin.target}
                        className={`pin page-pin ${pin.target === red ? 'pin-here' : ''} ${
                            said?.[pin.target]?.good === false ? 'pin-bad' : ''
                        } ${pin.x > 0.9 ? 'pin-edge' : ''}`}
                        style={{ left: `${pin.x * 100}%`, top: `${pin.y * 100}%` }}
                    >
                        <button
                            type="button"
                            aria-label={['Pin', pin.target, said?.[pin.target]?.text ?? 'not read'].join(' ')}
                            onClick={(event) => {
                                event.stopPropagation();
                                onTarget?.(pin.target);
                            }}
                        >
                            <span>{pin.target}</span>
                            {said?.[pin.target] !== undefined && (
                                <span className="pin-text">{said[pin.target]?.text}</span>
                            )}
                        </button>
                    </div>
                ))}
            {lead('black', black)}
            {lead('red', red)}
        </PinBoard>
    );
}

import { Mark } from '../bench/Mark';

/** How something fits: shape first, then the word. */
export function FitMark({ mark, words }: { mark: string; words: string }) {
    return (
        <span className="fit">
            <Mark shape={mark} title={words} /> {words}
        </span>
    );
}

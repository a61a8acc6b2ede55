/** Verdict marks: the shape says it, colour only helps. */
const shapes: Record<string, string> = {
    bar: 'M1 6h10v3H1z',
    up: 'M6 1l5 10H1z',
    down: 'M1 1h10L6 11z',
    turned: 'M1 4h7V1l3 4.5L8 7V5H1zM11 9H4V12L1 8.5 4 6v2h7z',
};

export function Mark({ shape, title }: { shape: string; title: string }) {
    return (
        <svg className={`mark mark-${shape}`} viewBox="0 0 12 12" width="15" height="15" role="img" aria-label={title}>
            {shape === 'ring' && <circle cx="6" cy="6" r="4.2" fill="none" strokeWidth="1.8" stroke="currentColor" />}
            {shape === 'zigzag' && (
                <path d="M0 8l2-5 2.5 6L7 3l2.5 6L12 4" fill="none" strokeWidth="1.6" stroke="currentColor" />
            )}
            {shape === 'half' && <path d="M1 6h5v3H1zM7 6h4v3H7z" fill="none" stroke="currentColor" />}
            {shapes[shape] !== undefined && <path d={shapes[shape]} fill="currentColor" />}
        </svg>
    );
}

import type { Problem } from '../api/client';

interface Props {
    label: string;
    path: string;
    value: string;
    problems: Problem[];
    readOnly?: boolean;
    placeholder?: string;
    wide?: boolean;
    onChange: (value: string) => void;
}

/** One field of a table, with what is wrong with it below. */
export function Cell({ label, path, value, problems, readOnly, placeholder, wide, onChange }: Props) {
    const complaint = problems.find((problem) => problem.path === path);
    return (
        <span className={`cell ${wide === true ? 'wide' : ''} ${complaint === undefined ? '' : 'wrong'}`}>
            <input
                aria-label={label}
                aria-invalid={complaint !== undefined}
                value={value}
                placeholder={placeholder}
                readOnly={readOnly}
                spellCheck={false}
                onChange={(event) => onChange(event.target.value)}
            />
            {complaint !== undefined && <small role="alert">{complaint.message}</small>}
        </span>
    );
}

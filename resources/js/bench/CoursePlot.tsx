import type { Course } from '../api/client';

const WIDTH = 248;
const HEIGHT = 72;

/** How suspicion moved with each entry: one line per suspect, the leading one heavy. */
export function CoursePlot({ course }: { course: Course }) {
    const steps = course.labels.length - 1;
    if (steps < 2) {
        return null;
    }
    const last = course.labels[steps] ?? '';
    const path = (values: number[]) =>
        values
            .map((value, k) => `${k === 0 ? 'M' : 'L'}${(k / steps) * WIDTH},${HEIGHT - 2 - value * (HEIGHT - 4)}`)
            .join('');
    const spoken = course.lines
        .map((line) => `${line.title}: ${line.values.map((v) => `${Math.round(v * 100)} %`).join(', ')}`)
        .join('. ');
    return (
        <figure className="course">
            <figcaption>How it moved</figcaption>
            <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={spoken}>
                <path className="course-rule" d={`M0,${HEIGHT - 2}H${WIDTH}M0,2H${WIDTH}`} />
                {course.lines.map((line, k) => (
                    <path key={line.title} className={`course-line course-${k}`} d={path(line.values)}>
                        <title>{line.title}</title>
                    </path>
                ))}
            </svg>
            <p>
                <span>at first</span>
                <span>{last}</span>
            </p>
        </figure>
    );
}

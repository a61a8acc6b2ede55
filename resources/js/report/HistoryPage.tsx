import { useQuery } from '@tanstack/react-query';
import { boardsQuery } from '../api/queries';
import { PageWaits } from '../shell/PageWaits';

const hours = (value: number) =>
    value < 48 ? `${value < 10 ? value.toFixed(1) : Math.round(value)} h` : `${Math.round(value / 24)} days`;

/** What fails on which board, how long it takes, and how often the first repair held. */
export function HistoryPage() {
    const boards = useQuery(boardsQuery);
    if (boards.data === undefined) {
        return <PageWaits error={boards.error}>Counting…</PageWaits>;
    }
    return (
        <main className="page">
            <h1>What this workshop has seen</h1>
            <p className="lede">
                Causes of closed repairs, by board. They move the first suspicion on the next unit of the same design;
                in the library they can be forgotten.
            </p>
            <table className="compare">
                <thead>
                    <tr>
                        <th scope="col">Board</th>
                        <th scope="col">Jobs</th>
                        <th scope="col">Closed</th>
                        <th scope="col">What it was</th>
                        <th scope="col">Booked in to closed, median</th>
                        <th scope="col">First repair held</th>
                    </tr>
                </thead>
                <tbody>
                    {boards.data.map((board) => (
                        <tr key={board.title}>
                            <th scope="row">{board.title}</th>
                            <td className="mono-figures">{board.jobs}</td>
                            <td className="mono-figures">{board.closed}</td>
                            <td>
                                {board.causes.length === 0 ? (
                                    <span className="quiet">nothing closed yet</span>
                                ) : (
                                    board.causes.map((cause) => (
                                        <span key={cause.title} className="cost-line">
                                            {cause.title} <b className="mono-figures">{cause.times}</b>
                                        </span>
                                    ))
                                )}
                            </td>
                            <td className="mono-figures">{board.hours === null ? '–' : hours(board.hours)}</td>
                            <td className="mono-figures">
                                {board.judged === 0 ? '–' : `${board.first_right} of ${board.judged}`}
                            </td>
                        </tr>
                    ))}
                </tbody>
            </table>
            <p className="hint">
                A first repair held if one cause was named and kept, and the same unit of the same owner was not booked
                in again within 90 days.
            </p>
        </main>
    );
}

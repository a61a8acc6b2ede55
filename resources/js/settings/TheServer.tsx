import { useQuery } from '@tanstack/react-query';
import { answer, api } from '../api/client';
import { RefusalNote } from '../help/RefusalNote';

const named: Record<string, string> = {
    database: 'Database',
    disk: 'Room for photographs',
    queue: 'Work for the solvers',
    scheduler: 'What is due at its hour',
    watch: 'Watch over unattended runs',
};

/** Whether what runs by itself does, for whoever has to call somebody when it does not. */
export function TheServer() {
    const health = useQuery({
        queryKey: ['health'],
        queryFn: () => answer(api.GET('/health')),
        refetchInterval: 60_000,
    });
    return (
        <section aria-label="The server">
            <h2>The server</h2>
            {health.error !== null && <RefusalNote>{health.error.message}</RefusalNote>}
            <dl className="server-health" aria-live="polite">
                {health.data?.rows.map((row) => (
                    <div key={row.what}>
                        <dt>{named[row.what] ?? row.what}</dt>
                        <dd className={row.wrong === null ? '' : 'refusal'}>{row.wrong ?? 'fine'}</dd>
                    </div>
                ))}
            </dl>
        </section>
    );
}

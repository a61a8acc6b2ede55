import type { ReactNode } from 'react';
import { RefusalNote } from '../help/RefusalNote';

/** A page whose answer is not there yet, or was refused. */
export function PageWaits({
    error,
    title,
    refused,
    wide = false,
    children,
}: {
    error: Error | null;
    /** Stands over it either way. */
    title?: string;
    /** Stands over it once it was refused. */
    refused?: string;
    wide?: boolean;
    /** What is being fetched. */
    children: ReactNode;
}) {
    const heading = title ?? (error === null ? undefined : refused);
    return (
        <main className={wide ? 'page wide' : 'page'}>
            {heading !== undefined && <h1>{heading}</h1>}
            {error === null ? <p role="status">{children}</p> : <RefusalNote>{error.message}</RefusalNote>}
        </main>
    );
}

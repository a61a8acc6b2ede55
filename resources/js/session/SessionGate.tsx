import { useQuery } from '@tanstack/react-query';
import { Spin } from 'antd';
import type { ReactNode } from 'react';
import { Refused } from '../api/client';
import { sessionQuery } from '../api/queries';
import { SignIn } from './SignIn';

/** Shows the app to those who are signed in, the sign-in page to everybody else. */
export function SessionGate({ children }: { children: ReactNode }) {
    const session = useQuery(sessionQuery);
    if (session.isPending) {
        return <div className="centred"><Spin size="large" aria-label="Opening" /></div>;
    }
    if (session.error instanceof Refused && session.error.status === 401) {
        return <SignIn />;
    }
    // With an answer from before, what is being typed stays: the outbox keeps entries until the server is back.
    if (session.error !== null && session.data === undefined) {
        return (
            <main className="centred">
                <h1>Oculant cannot reach its server</h1>
                <p>{session.error.message}</p>
                <p>Is it running? <code>bin/start</code> on the bench computer starts it.</p>
            </main>
        );
    }
    return children;
}

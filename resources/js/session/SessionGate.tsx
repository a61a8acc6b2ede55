import { useQuery } from '@tanstack/react-query';
import { Spin } from 'antd';
import { useEffect, type ReactNode } from 'react';
import { Refused } from '../api/client';
import { sessionQuery } from '../api/queries';
import { outbox } from '../outbox/shared';
import { useOutboxView } from '../outbox/useOutbox';
import { SignIn } from './SignIn';
import { SignInAgain } from './SignInAgain';

/** Shows the app to those who are signed in, the sign-in page to everybody else. */
export function SessionGate({ children }: { children: ReactNode }) {
    const session = useQuery(sessionQuery);
    const { signedOut } = useOutboxView();
    const user = session.data?.id;
    const isOver = session.error instanceof Refused && session.error.status === 401;
    useEffect(() => {
        if (user !== undefined && !isOver) {
            void outbox.signedIn(user);
        }
    }, [user, isOver, session.dataUpdatedAt]);
    if (session.isPending) {
        return <div className="centred"><Spin size="large" aria-label="Opening" /></div>;
    }
    if (isOver && session.data === undefined) {
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
    // Whoever had signed in stays on the page, with what is being typed.
    return <>{children}{(isOver || signedOut) && session.data !== undefined && <SignInAgain name={session.data.name} email={session.data.email} />}</>;
}

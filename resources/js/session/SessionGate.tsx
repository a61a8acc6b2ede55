import { useQuery } from '@tanstack/react-query';
import { useEffect, type ReactNode } from 'react';
import { Refused } from '../api/client';
import { sessionQuery } from '../api/queries';
import { outbox } from '../outbox/shared';
import { useOutboxView } from '../outbox/useOutbox';
import { later } from '../shell/later';
import { Piece } from '../shell/Piece';

const SignIn = later(() => import('./SignIn').then((module) => module.SignIn));

const SignInAgain = later(() => import('./SignInAgain').then((module) => module.SignInAgain));

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
        return (
            <div className="centred" role="status">
                Opening…
            </div>
        );
    }
    if (isOver && session.data === undefined) {
        return (
            <Piece name="sign-in page">
                <SignIn />
            </Piece>
        );
    }
    // With an answer from before, what is being typed stays: the outbox keeps entries until the server is back.
    if (session.error !== null && session.data === undefined) {
        return (
            <main className="centred">
                <h1>Oculant cannot reach its server</h1>
                <p>{session.error.message}</p>
                <p>
                    Is it running? <code>bin/start</code> on the bench computer starts it.
                </p>
            </main>
        );
    }
    // Whoever had signed in stays on the page, with what is being typed.
    return (
        <>
            {children}
            {(isOver || signedOut) && session.data !== undefined && (
                <Piece name="sign-in">
                    <SignInAgain name={session.data.name} email={session.data.email} />
                </Piece>
            )}
        </>
    );
}

import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Button } from 'antd';
import { NavLink, Outlet, useMatch } from 'react-router';
import { answer, api } from '../api/client';
import { OffKey } from '../instruments/EverythingOff';
import { sessionQuery } from '../api/queries';
import type { Scheme } from '../theme';

export function Shell({ scheme, onTurn }: { scheme: Scheme; onTurn: () => void }) {
    const session = useQuery(sessionQuery);
    const queries = useQueryClient();
    const onBench = useMatch('/jobs/:job') !== null;

    const signOut = async () => {
        await answer(api.DELETE('/session'));
        queries.clear();
        window.location.assign('/');
    };

    return (
        <div className={onBench ? 'shell on-bench' : 'shell'}>
            <header className="top">
                <NavLink to="/" className="brand" aria-label="Oculant, the bench">Oculant</NavLink>
                <nav aria-label="Places">
                    <NavLink to="/" end>Bench</NavLink>
                    <NavLink to="/book-in">Book in</NavLink>
                    <NavLink to="/library">Library</NavLink>
                    <NavLink to="/drawer">Drawer</NavLink>
                </nav>
                <span className="who">{session.data?.name}<small>{session.data?.role}, {session.data?.workshop}</small></span>
                <Button type="text" onClick={onTurn}>{scheme === 'dark' ? 'Light' : 'Dark'}</Button>
                <Button type="text" onClick={() => void signOut()}>Sign out</Button>
            </header>
            <OffKey />
            <Outlet />
        </div>
    );
}

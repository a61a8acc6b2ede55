import { useQuery } from '@tanstack/react-query';
import { Button } from 'antd';
import { useState } from 'react';
import { NavLink, Outlet, useLocation, useMatch } from 'react-router';
import { answer, api } from '../api/client';
import { OffKey } from '../instruments/EverythingOff';
import { Tray } from '../outbox/Tray';
import { forgetAll } from '../session/forgetAll';
import { Offline } from './Offline';
import { Piece } from './Piece';
import { sessionQuery } from '../api/queries';
import type { Scheme } from '../theme';
import { later } from './later';

const Account = later(() => import('../session/Account').then((module) => module.Account));

/** What pages may turn as the button at the top does. */
export interface Look {
    scheme: Scheme;
    onTurn: () => void;
}

export function Shell({ scheme, onTurn }: Look) {
    const session = useQuery(sessionQuery);
    const onBench = useMatch('/jobs/:job') !== null;

    const place = useLocation().pathname.split('/').slice(0, 4).join('/');

    const [account, setAccount] = useState(false);
    const signOut = async () => {
        await answer(api.DELETE('/session'));
        await forgetAll();
    };

    return (
        <div className={onBench ? 'shell on-bench' : 'shell'}>
            <header className="top">
                <NavLink to="/" className="brand" aria-label="Oculant, the bench">
                    Oculant
                </NavLink>
                {session.data?.demo === true && (
                    <span className="demo" title="Made-up people and units; the passwords are known to everybody">
                        demo
                    </span>
                )}
                <nav aria-label="Places">
                    <NavLink to="/" end>
                        Bench
                    </NavLink>
                    <NavLink to="/book-in">Book in</NavLink>
                    <NavLink to="/library">Library</NavLink>
                    <NavLink to="/drawer">Drawer</NavLink>
                    <NavLink to="/practice">Practice</NavLink>
                    {session.data?.can.manage_people === true && <NavLink to="/people">People</NavLink>}
                    <NavLink to="/settings">Settings</NavLink>
                    <NavLink to="/help">Help</NavLink>
                </nav>
                <button type="button" className="plain who" onClick={() => setAccount(true)}>
                    {session.data?.name}
                    <small>
                        {session.data?.role}, {session.data?.workshop}
                    </small>
                </button>
                <Button type="text" onClick={onTurn}>
                    {scheme === 'dark' ? 'Light' : 'Dark'}
                </Button>
                <Button type="text" onClick={() => void signOut()}>
                    Sign out
                </Button>
            </header>
            <OffKey />
            <Offline />
            <Tray />
            <Piece
                key={place}
                name="page"
                waits={
                    <main className="page">
                        <p>Fetching the page…</p>
                    </main>
                }
            >
                <Outlet context={{ scheme, onTurn } satisfies Look} />
            </Piece>
            {account && (
                <Piece name="account">
                    <Account onClose={() => setAccount(false)} />
                </Piece>
            )}
        </div>
    );
}

import { useQuery } from '@tanstack/react-query';
import { Button } from 'antd';
import { Link, useNavigate } from 'react-router';
import { sessionQuery, suppliesQuery } from '../api/queries';

export function LibraryPage() {
    const supplies = useQuery(suppliesQuery);
    const session = useQuery(sessionQuery);
    const navigate = useNavigate();
    return (
        <main className="page">
            <div className="page-head">
                <div>
                    <h1>Library</h1>
                    <p className="lede">Each supply is described once: its parts, where to touch it, how it is run. What a good unit reads is computed from that.</p>
                </div>
                {session.data?.can.edit_library === true && <Button type="primary" onClick={() => void navigate('/library/new')}>Describe a supply</Button>}
            </div>
            {supplies.isPending && <p>Opening the drawers…</p>}
            {supplies.error !== null && <p role="alert" className="refusal">{supplies.error.message}</p>}
            {supplies.data?.length === 0 && <p>The library is empty. Answer a few questions about a supply and you get a description to start from.</p>}
            <ul className="jobs">
                {supplies.data?.map((supply) => (
                    <li key={supply.id}>
                        <Link to={`/library/${supply.id}`} className="job supply">
                            <span className="unit"><b>{supply.title}</b><small>revision {supply.revision}</small></span>
                            <span>{supply.mains}</span>
                            <span>{supply.parts} parts</span>
                            <span>{supply.points} test points</span>
                        </Link>
                    </li>
                ))}
            </ul>
        </main>
    );
}

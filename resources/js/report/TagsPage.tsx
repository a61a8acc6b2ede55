import { useQuery } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import { toString as qr } from 'qrcode';
import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { answer, api, type Job } from '../api/client';
import { Piece } from '../shell/Piece';
import { PageWaits } from '../shell/PageWaits';

const MOST = 24;
const LONGEST = 60;

/** What hangs on the unit or lies in a bag of what was taken off it; a look through a camera opens the job. */
function Tag({ job, of, picture }: { job: Job; of: string; picture: string }) {
    const [now] = useState(() => new Date());
    return (
        <li className="tag">
            <div>
                <b className="tag-number">{job.number}</b>
                <b>{job.unit}</b>
                <span>{job.owner}</span>
                <span className="tag-of">{of}</span>
                <small>
                    {job.closed ? 'handed back' : `waits for ${job.waits_for || 'the bench'}`}
                    {job.open_changes > 0 && `; ${job.open_changes} temporary changes open`}
                    {job.energised !== false && '; NOT KNOWN TO BE UNPLUGGED'}, {now.toLocaleDateString('en-GB')}
                </small>
            </div>
            <div className="tag-code" dangerouslySetInnerHTML={{ __html: picture }} />
        </li>
    );
}

export function TagsPage() {
    const { job: id = '' } = useParams();
    const job = useQuery({
        queryKey: ['job', id, 'head'],
        queryFn: () => answer(api.GET('/jobs/{job}', { params: { path: { job: id } } })),
    });
    const kept = `oculant.bags.${id}`;
    const [bags, setBags] = useState(() => window.localStorage.getItem(kept) ?? '');
    const [picture, setPicture] = useState('');
    useEffect(() => {
        void qr(`${window.location.origin}/jobs/${id}`, { type: 'svg', margin: 1 }).then(setPicture);
    }, [id]);
    if (job.data === undefined) {
        return <PageWaits error={job.error}>Reading the job…</PageWaits>;
    }
    const named = bags
        .split('\n')
        .map((one) => one.trim())
        .filter((one) => one !== '');
    return (
        <main className="page">
            <div className="page-head">
                <h1>Tags for {job.data.number}</h1>
                <div className="actions">
                    <Link to={`/jobs/${id}`}>Back to the bench</Link>
                    <Button type="primary" onClick={() => window.print()}>
                        Print
                    </Button>
                </div>
            </div>
            <label className="tag-bags">
                Bags, one to a line: screws, the lid, what was taken off
                <Input.TextArea
                    value={bags}
                    autoSize={{ minRows: 2, maxRows: 6 }}
                    placeholder={'six lid screws\nheatsink with U1 and its mica'}
                    onChange={(event) => {
                        const typed = event.target.value
                            .split('\n')
                            .slice(0, MOST)
                            .map((line) => line.slice(0, LONGEST))
                            .join('\n');
                        setBags(typed);
                        window.localStorage.setItem(kept, typed);
                    }}
                />
            </label>
            <Piece name="tags">
                <ul className="tags" aria-label="Tags">
                    <Tag job={job.data} of="the unit" picture={picture} />
                    {named.map((one, k) => (
                        <Tag key={k} job={job.data} of={`bag ${k + 1} of ${named.length}: ${one}`} picture={picture} />
                    ))}
                </ul>
            </Piece>
        </main>
    );
}

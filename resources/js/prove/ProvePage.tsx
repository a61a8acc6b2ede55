import { useQuery } from '@tanstack/react-query';
import { Button } from 'antd';
import { useCallback, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { isTypedInto, useKeys } from '../shell/useKeys';
import type { Bench, Instrument } from '../api/client';
import { benchQuery } from '../api/queries';
import { useOutbox, type Entry as Waiting } from '../outbox/useOutbox';
import { EverythingOff } from '../instruments/EverythingOff';
import { InstrumentSheet } from '../instruments/InstrumentSheet';
import { useMeter } from '../instruments/useMeter';
import { CalibrationTab } from './CalibrationTab';
import { HeatTab } from './HeatTab';
import { LoadTab } from './LoadTab';
import { SafetyTab } from './SafetyTab';
import { SoakTab } from './SoakTab';
import { StartsTab } from './StartsTab';
import { RefusalNote } from '../help/RefusalNote';
import { PageWaits } from '../shell/PageWaits';

const tabs = [
    { key: '1', tab: 'load', title: 'Load' },
    { key: '2', tab: 'starts', title: 'Starts' },
    { key: '3', tab: 'soak', title: 'Soak' },
    { key: '4', tab: 'heat', title: 'Heat' },
    { key: '5', tab: 'calibration', title: 'Calibration' },
    { key: '6', tab: 'safety', title: 'Electrical safety' },
];

/** What every test needs: the job, how to write to its log, and what it reads with. */
export interface Proves {
    bench: Bench;
    onRecord: (kind: string, payload: Record<string, unknown>) => void;
    refusal: string | undefined;
    refused: Waiting | undefined;
    meter: Instrument | undefined;
    instruments: Instrument[];
}

function Tab({ tab, ...proves }: { tab: string } & Proves) {
    switch (tab) {
        case 'starts':
            return <StartsTab {...proves} />;
        case 'soak':
            return <SoakTab {...proves} kind="soak" />;
        case 'heat':
            return <HeatTab {...proves} />;
        case 'calibration':
            return <CalibrationTab {...proves} />;
        case 'safety':
            return <SafetyTab {...proves} />;
        default:
            return <LoadTab {...proves} />;
    }
}

function Open({ bench, tab }: { bench: Bench; tab: string }) {
    const { job } = bench;
    const navigate = useNavigate();
    const outbox = useOutbox(
        job.id,
        useCallback(() => undefined, []),
    );
    const { meter, instruments, choose } = useMeter();
    const [choosing, setChoosing] = useState(false);
    const open = useCallback(
        (to: string) => void navigate(`/jobs/${job.id}/prove/${to}`, { replace: true }),
        [job.id, navigate],
    );

    useKeys((event) => {
        if (isTypedInto(event.target)) {
            return;
        }
        const chosen = tabs.find((one) => one.key === event.key);
        if (chosen !== undefined) {
            open(chosen.tab);
        } else if (event.key === 'Escape') {
            void navigate(`/jobs/${job.id}`);
        }
    });

    const isClosed = job.closed || job.handed_back;
    const changes = bench.safety.ledger.filter((one) => one.open).length;
    return (
        <main className="page parts-page prove-page">
            <div className="page-head">
                <div>
                    <h1>{job.unit}</h1>
                    <p className={bench.state.power === 'unplugged' ? 'quiet' : 'prove-live'}>
                        {job.number},{' '}
                        <b>
                            {bench.state.words}
                            {bench.state.mains !== null && bench.state.power !== 'unplugged' && ` ${bench.state.mains}`}
                        </b>
                        {changes > 0 && (
                            <>
                                ,{' '}
                                <b>
                                    {changes} temporary {changes === 1 ? 'change' : 'changes'} open
                                </b>
                            </>
                        )}
                        {outbox.waiting.length > 0 && (
                            <>
                                , <em>{outbox.waiting.length} on the way to the log</em>
                            </>
                        )}
                    </p>
                </div>
                <div className="actions">
                    <Button onClick={() => setChoosing(true)}>
                        {meter === undefined ? 'Readings are typed' : `Reads with ${meter.name}`}
                    </Button>
                    <EverythingOff />
                    <Link to={`/jobs/${job.id}`}>
                        Back to the bench <kbd>Esc</kbd>
                    </Link>
                </div>
            </div>
            <nav className="plan-tabs" aria-label="Tests">
                {tabs.map((one) => (
                    <button key={one.tab} type="button" aria-pressed={one.tab === tab} onClick={() => open(one.tab)}>
                        <kbd>{one.key}</kbd> {one.title}
                    </button>
                ))}
            </nav>
            {outbox.refusal !== undefined && <RefusalNote>{outbox.refusal.message}</RefusalNote>}
            {isClosed && (
                <p className="hint">
                    The repair is closed: this is what was read. Strike out its closing in the log to go on.
                </p>
            )}
            <Tab
                tab={tab}
                bench={isClosed ? { ...bench, job: { ...job, may_write: false } } : bench}
                onRecord={(kind, payload) => void outbox.record(kind, payload)}
                refusal={outbox.refusal?.message}
                refused={outbox.refusal?.entry}
                meter={meter}
                instruments={instruments}
            />
            {choosing && (
                <InstrumentSheet
                    job={job.id}
                    instruments={instruments}
                    meter={meter}
                    onMeter={choose}
                    onClose={() => setChoosing(false)}
                />
            )}
        </main>
    );
}

/** Proving a repaired unit: load, starts, soak, heat, calibration, electrical safety. */
export function ProvePage() {
    const { job = '', tab = 'load' } = useParams();
    const bench = useQuery(benchQuery(job));
    if (bench.data === undefined) {
        return <PageWaits error={bench.error}>Reading the log…</PageWaits>;
    }
    return <Open key={tab} bench={bench.data} tab={tab} />;
}

import { useQuery } from '@tanstack/react-query';
import { Button, Form, Input, Select } from 'antd';
import { loadTestQuery, runsQuery } from '../api/queries';
import { ConfirmRun } from './ConfirmRun';
import type { Proves } from './ProvePage';
import { RunCard } from './RunCard';
import { useStart } from './useStart';
import { EmptyNote } from '../help/RefusalNote';

/** Starts: by hand with two big buttons, or by an AC source with a meter looking on. */
export function StartsTab({ bench, onRecord, instruments }: Proves) {
    const run = useStart(bench.job.id, 'starts');
    const runs = useQuery(runsQuery(bench.job.id)).data?.filter((one) => one.kind === 'starts') ?? [];
    const sources = instruments.filter((one) => one.kind === 'source' && one.online);
    const meters = instruments.filter((one) => one.kind === 'meter' && one.online);
    const rails = useQuery(loadTestQuery(bench.job.id, bench.log.length)).data?.rails ?? [];
    const rail = bench.points.find((point) => point.id === rails[rails.length - 1]?.point);
    const isRunning = runs.some((one) => one.state === 'running');
    return (
        <div className="prove">
            <p className="fit-sentence" role="status">
                {bench.starts?.sentence ??
                    'No start has been counted yet. An intermittent fault is cured when ' +
                        'enough starts in a row are clean: cold, warm, and at both ends of the mains.'}
            </p>
            {bench.starts === null && (
                <EmptyNote>How many are enough follows from how often it failed before.</EmptyNote>
            )}
            {bench.job.may_write && (
                <div className="start-buttons">
                    <button type="button" onClick={() => onRecord('starts', { tried: 1, failed: 0 })}>
                        It started
                    </button>
                    <button type="button" onClick={() => onRecord('starts', { tried: 1, failed: 1 })}>
                        It did not
                    </button>
                </div>
            )}
            {runs.slice(0, 1).map((one) => (
                <RunCard key={one.id} job={bench.job.id} run={one} mayWrite={bench.job.may_write} />
            ))}
            {bench.job.may_write && !isRunning && sources.length > 0 && meters.length > 0 && rail !== undefined && (
                <Form
                    key={rail.id}
                    layout="vertical"
                    requiredMark={false}
                    className="instrument-form"
                    initialValues={{
                        cycles: String(Math.max(1, (bench.starts?.needed ?? 10) - (bench.starts?.after.tried ?? 0))),
                        on: '10',
                        off: '20',
                        source: sources[0]?.id,
                        volts: '230',
                        limit: '1',
                        reader: meters[0]?.id,
                        point: rail.id,
                        low: rail.low?.toFixed(2) ?? '',
                        high: rail.high?.toFixed(2) ?? '',
                    }}
                    onFinish={(plan: Record<string, unknown>) => run.prepare.mutate(plan)}
                >
                    <h2>Let an AC source do it</h2>
                    <Form.Item name="cycles" label="Starts">
                        <Input inputMode="numeric" />
                    </Form.Item>
                    <Form.Item name="on" label="On for">
                        <Input suffix="s" />
                    </Form.Item>
                    <Form.Item name="off" label="Off for">
                        <Input suffix="s" />
                    </Form.Item>
                    <Form.Item name="source" label="Source">
                        <Select options={sources.map((one) => ({ value: one.id, label: one.name }))} />
                    </Form.Item>
                    <Form.Item name="volts" label="Volts">
                        <Input suffix="V" />
                    </Form.Item>
                    <Form.Item name="limit" label="Current limit">
                        <Input suffix="A" />
                    </Form.Item>
                    <Form.Item name="reader" label="Looked at with">
                        <Select options={meters.map((one) => ({ value: one.id, label: one.name }))} />
                    </Form.Item>
                    <Form.Item name="point" label="At">
                        <Select
                            options={rails.map((one) => ({ value: one.point, label: `${one.point}, ${one.name}` }))}
                        />
                    </Form.Item>
                    <Form.Item name="low" label="A good start is from">
                        <Input suffix="V" />
                    </Form.Item>
                    <Form.Item name="high" label="up to">
                        <Input suffix="V" />
                    </Form.Item>
                    <Button type="primary" htmlType="submit" loading={run.prepare.isPending}>
                        Start it over and over
                    </Button>
                    <ConfirmRun run={run} />
                </Form>
            )}
        </div>
    );
}

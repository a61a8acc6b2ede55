import { useQuery } from '@tanstack/react-query';
import { Button } from 'antd';
import type { Bench, Caution, LampPlan, PowerMethod, PowerUp, RampPlan } from '../api/client';
import { powerUpQuery, type Section } from '../api/queries';
import type { Entry as Waiting } from '../outbox/useOutbox';
import { FeedSection } from './FeedSection';
import { LampSection } from './LampSection';
import { MakingSafe } from './MakingSafe';
import { MethodSection } from './MethodSection';
import { NeedsSection } from './NeedsSection';
import { RampSection } from './RampSection';
import { ReformSection } from './ReformSection';
import { sections } from './sections';
import { RefusalNote } from '../help/RefusalNote';
import { ForWriters } from '../shell/ForWriters';
import { isTypedInto, useKeys } from '../shell/useKeys';

export interface Acts {
    onRecord: (kind: string, payload: Record<string, unknown>) => void;
    onShow: (section: Section) => void;
    /** The entry that was refused last, for whoever typed it. */
    refused: Waiting | undefined;
}

export function Cautions({ cautions }: { cautions: Caution[] | undefined }) {
    return (
        <>
            {cautions?.map((one) => (
                <p key={one.title} className="caution">
                    <b>{one.title}.</b> {one.text}
                </p>
            ))}
        </>
    );
}

export function powerEntry(power: string, mode: string, method: PowerMethod): Record<string, unknown> {
    return { power, mode, method };
}

function Content({ section, plan, bench, ...acts }: { section: Section; plan: PowerUp; bench: Bench } & Acts) {
    switch (section) {
        case 'safe':
            return (
                <MakingSafe
                    lines={plan.lines ?? []}
                    limits={plan.limits ?? []}
                    cautions={plan.cautions}
                    bench={bench}
                    {...acts}
                />
            );
        case 'methods':
            return <MethodSection plan={plan} {...acts} />;
        case 'feed':
            return <FeedSection plans={plan.plans ?? []} cautions={plan.cautions} bench={bench} {...acts} />;
        case 'lamp':
            return (
                <LampSection
                    plan={(plan.plan ?? null) as LampPlan | null}
                    cautions={plan.cautions}
                    bench={bench}
                    {...acts}
                />
            );
        case 'ramp':
            return (
                <RampSection
                    plan={(plan.plan ?? null) as RampPlan | null}
                    cautions={plan.cautions}
                    bench={bench}
                    {...acts}
                />
            );
        case 'reform':
            return <ReformSection parts={plan.parts ?? []} />;
        case 'needs':
            return <NeedsSection fuses={plan.fuses ?? []} interlocks={plan.interlocks ?? []} />;
    }
}

/** Sections in which something is recorded; in the others one only looks. */
const records: Section[] = ['safe', 'feed', 'lamp', 'ramp'];

/** The power-up plan, beside the path: what to do with the plug out, and how power comes back. */
export function PowerPlan({
    bench,
    section,
    refusal,
    onClose,
    ...acts
}: { bench: Bench; section: Section; refusal: string | undefined; onClose: () => void } & Acts) {
    const asOf =
        section === 'methods' || section === 'lamp'
            ? String(bench.log.length)
            : section === 'ramp'
              ? `${bench.state.power} ${bench.state.mode}`
              : '';
    const plan = useQuery(powerUpQuery(bench.job.id, section, asOf));
    const { onShow } = acts;

    useKeys((event) => {
        const isOver = event.target instanceof HTMLElement && event.target.closest('.ant-modal, .ant-drawer') !== null;
        if (event.key === 'Escape' && !isOver) {
            onClose();
            return;
        }
        const chosen = isTypedInto(event.target) ? undefined : sections.find((one) => one.key === event.key);
        if (chosen !== undefined) {
            event.preventDefault();
            onShow(chosen.section);
        }
    });

    return (
        <section className="plan" aria-label="Power-up plan">
            <nav className="plan-tabs" aria-label="Sections of the plan">
                {sections.map((one) => (
                    <button
                        key={one.section}
                        type="button"
                        aria-pressed={one.section === section}
                        onClick={() => onShow(one.section)}
                    >
                        <kbd>{one.key}</kbd> {one.title}
                    </button>
                ))}
                <Button onClick={onClose}>
                    Next step <kbd>Esc</kbd>
                </Button>
            </nav>
            {refusal !== undefined && <RefusalNote>{refusal}</RefusalNote>}
            {plan.data === undefined || plan.isPlaceholderData ? (
                <p role="status">{plan.error === null ? 'Working it out for this supply…' : plan.error.message}</p>
            ) : (
                <ForWriters may={bench.job.may_write || !records.includes(section)}>
                    <Content section={section} plan={plan.data} bench={bench} {...acts} />
                </ForWriters>
            )}
        </section>
    );
}

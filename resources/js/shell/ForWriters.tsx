import type { ReactNode } from 'react';

const OF_A_JOB = 'You can read this job. What records something is switched off: it is for its technician.';

/** What changes something stands here for everybody; who may only read sees it switched off, and why. */
export function ForWriters({ may, why = OF_A_JOB, children }: { may: boolean; why?: string; children: ReactNode }) {
    return (
        <fieldset className="for-writers" disabled={!may} aria-label={may ? undefined : 'Only to be read'}>
            {!may && <p className="caution">{why}</p>}
            {children}
        </fieldset>
    );
}

import type { ReactNode } from 'react';

/** What records stands here for everybody; who may only read sees it switched off, and why. */
export function ForWriters({ may, children }: { may: boolean; children: ReactNode }) {
    return (
        <fieldset className="for-writers" disabled={!may} aria-label={may ? undefined : 'Only to be read'}>
            {!may && (
                <p className="caution">
                    You can read this job. What records something is switched off: it is for its technician.
                </p>
            )}
            {children}
        </fieldset>
    );
}

import type { Progress } from '../api/client';

/** How far the engine is; nothing once it is done. */
export function SolvingBar({ progress }: { progress: Progress }) {
    if (progress.state === 'ready') {
        return null;
    }
    const share = progress.total === 0 ? 0 : progress.done / progress.total;
    const words = progress.state === 'failed'
        ? `The engine could not finish: ${progress.message ?? 'no reason was given'} Save the description again to retry.`
        : progress.state === 'queued' ? 'Waiting for the engine to work out what each fault does.' : `Working out what each fault does: ${progress.done} of ${progress.total}.`;
    return (
        <div className="solving" role="status">
            <span>{words}</span>
            {progress.state !== 'failed' && <progress max={1} value={share} aria-label="Faults solved" />}
        </div>
    );
}

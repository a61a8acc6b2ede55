import type { Progress } from '../api/client';

function left(seconds: number): string {
    return seconds < 90
        ? `about ${Math.max(1, Math.round(seconds / 5) * 5)} s`
        : `about ${Math.round(seconds / 60)} min`;
}

function words(progress: Progress): string {
    if (progress.state === 'failed') {
        return (
            `The engine could not finish: ${progress.message ?? 'no reason was given'} ` +
            `Save the description again to retry.`
        );
    }
    if (progress.state === 'queued') {
        return (
            `Waiting for the engine to work out what each fault does` +
            `${progress.ahead > 0 ? `: ${progress.ahead} before it` : ''}.`
        );
    }
    const known =
        progress.known === null || progress.known === undefined || progress.known === 0
            ? ''
            : progress.known < 0.995
              ? `So far from ${Math.round(100 * progress.known)} % of what fails, by how often it does. `
              : 'All faults are known in this mode. ';
    return (
        `${known}Working out what each fault does in each mode: ` +
        `${progress.done} of ${progress.total}` +
        `${progress.seconds == null ? '' : `, ${left(progress.seconds)} left`}.`
    );
}

/** How far the engine is; nothing once it is done. */
export function SolvingBar({ progress }: { progress: Progress }) {
    if (progress.state === 'ready') {
        return null;
    }
    return (
        <div className="solving" role="status">
            <span>{words(progress)}</span>
            {progress.state !== 'failed' && (
                <progress
                    max={1}
                    value={progress.total === 0 ? 0 : progress.done / progress.total}
                    aria-label="Faults solved"
                />
            )}
        </div>
    );
}

import { useSyncExternalStore } from 'react';
import { kept } from '../api/client';

const subscribe = (listener: () => void) => {
    kept.listeners.add(listener);
    return () => kept.listeners.delete(listener);
};

/** Without network the page shows what it last read: that has to be said, above all of what is energised. */
export function Offline() {
    const at = useSyncExternalStore(subscribe, () => kept.at);
    if (at === undefined) {
        return null;
    }
    return (
        <p role="alert" className="offline">
            No network: what is shown is of{' '}
            {new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}. Others may have gone on
            since; look before you touch. What you type is kept here and sent later.
        </p>
    );
}

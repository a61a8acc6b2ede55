import { queries } from '../api/queries';

/** After signing out: nothing that was read stays on this device. What was typed stays, with whom it belongs to. */
export async function forgetAll(): Promise<void> {
    queries.clear();
    if ('caches' in window) {
        await caches.delete('oculant-data');
    }
    window.location.assign('/');
}

import { useEffect } from 'react';

/** Stands where a sheet is being fetched: the keys that are pressed meanwhile are for it, and it gets them. */
export function HeldKeys() {
    useEffect(() => {
        const held: KeyboardEvent[] = [];
        const hold = (event: KeyboardEvent) => {
            if (!event.ctrlKey && !event.altKey && !event.metaKey) {
                event.preventDefault();
                event.stopImmediatePropagation();
                held.push(event);
            }
        };
        window.addEventListener('keydown', hold, true);
        return () => {
            window.removeEventListener('keydown', hold, true);
            // The sheet listens once it has been painted.
            window.setTimeout(
                () =>
                    held.forEach(({ key, code }) =>
                        (document.activeElement ?? document.body).dispatchEvent(
                            new KeyboardEvent('keydown', { key, code, bubbles: true, cancelable: true }),
                        ),
                    ),
                50,
            );
        };
    }, []);
    return null;
}

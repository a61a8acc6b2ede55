import { useEffect, useRef } from 'react';

/**
 * Listens to the keyboard for as long as its component stands; the newest listener hears.
 *
 * @param first before whatever has the focus
 */
export function useKeys(heard: (event: KeyboardEvent) => void, first = false): void {
    const newest = useRef(heard);
    useEffect(() => {
        newest.current = heard;
    });
    useEffect(() => {
        const listen = (event: KeyboardEvent) => newest.current(event);
        window.addEventListener('keydown', listen, first);
        return () => window.removeEventListener('keydown', listen, first);
    }, [first]);
}

/** Whether a key belongs to what has the focus: something is typed there. */
export const isTypedInto = (target: EventTarget | null): boolean =>
    target instanceof HTMLElement &&
    target.closest('input, textarea, select, [role="dialog"], .ant-modal, .ant-drawer, .ant-select') !== null;

export const isWithModifier = (event: { ctrlKey: boolean; altKey: boolean; metaKey: boolean }): boolean =>
    event.ctrlKey || event.altKey || event.metaKey;

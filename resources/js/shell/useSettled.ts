import { useEffect, useState } from 'react';

/** A value once nobody has changed it for a moment. */
export function useSettled<T>(value: T, milliseconds = 350): T {
    const [settled, setSettled] = useState(value);
    useEffect(() => {
        const timer = window.setTimeout(() => setSettled(value), milliseconds);
        return () => window.clearTimeout(timer);
    }, [value, milliseconds]);
    return settled;
}

import { useLocation } from 'react-router';
import { HelpLink } from './HelpLink';

/** The page of the guide for a place in the application. */
export function pageFor(path: string): string {
    const places: [RegExp, string][] = [
        [/\/parts\/recap/, 'recap'],
        [/\/practice/, 'practice'],
        [/\/report|\/history/, 'numbers'],
        [/\/parts|\/drawer/, 'replace'],
        [/\/prove|\/instruments/, 'prove'],
        [/\/library/, 'describe'],
        [/\/jobs\//, 'evidence'],
    ];
    return places.find(([place]) => place.test(path))?.[1] ?? 'first-repair';
}

/** What was refused and why, with the place in the guide that says more. */
export function RefusalNote({ children, page }: { children: React.ReactNode; page?: string }) {
    const { pathname } = useLocation();
    return (
        <p role="alert" className="refusal">
            {children} <HelpLink page={page ?? pageFor(pathname)} />
        </p>
    );
}

/** Where nothing is yet: what would be here, with the place in the guide that says how. */
export function EmptyNote({ children, page }: { children: React.ReactNode; page?: string }) {
    const { pathname } = useLocation();
    return (
        <p className="hint">
            {children} <HelpLink page={page ?? pageFor(pathname)}>how, in the guide</HelpLink>
        </p>
    );
}

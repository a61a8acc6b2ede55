import { Link } from 'react-router';

/** To the page of the guide that says more. */
export function HelpLink({ page, children = 'more in the guide' }: { page: string; children?: React.ReactNode }) {
    return (
        <Link className="help-link" to={`/help/${page}`}>
            {children}
        </Link>
    );
}

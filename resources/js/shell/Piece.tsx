import { Button } from 'antd';
import { Component, Suspense, type ReactNode } from 'react';
import { tryAgain } from './later';

interface Props {
    /** What it is, for the sentence that stands in its place. */
    name: string;
    /** What stands there while its code is fetched. */
    waits?: ReactNode;
    children: ReactNode;
}

/**
 * A part of a page by itself: if it cannot be shown, it says so in its own place, and the rest stays as it is. A part
 * of an older version that is no longer on the server is one of these cases.
 */
export class Piece extends Component<Props, { error?: Error }> {
    state: { error?: Error } = {};

    static getDerivedStateFromError(error: Error) {
        return { error };
    }

    render() {
        const { error } = this.state;
        if (error === undefined) {
            return <Suspense fallback={this.props.waits ?? null}>{this.props.children}</Suspense>;
        }
        return (
            <div role="alert" className="piece-failed">
                <p className="refusal">
                    The {this.props.name} cannot be shown ({error.message}). Nothing that was typed is lost; the rest of
                    the page works.
                </p>
                <Button
                    onClick={() => {
                        tryAgain();
                        this.setState({ error: undefined });
                    }}
                >
                    Try again
                </Button>{' '}
                <Button type="link" onClick={() => window.location.reload()}>
                    Load the page again
                </Button>
            </div>
        );
    }
}

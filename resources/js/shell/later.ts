import { createElement, lazy, type ComponentType, type LazyExoticComponent } from 'react';

/** How often somebody has asked for what did not arrive. */
let tries = 0;

/** What could not be fetched is fetched again when it is next drawn. */
export function tryAgain(): void {
    tries += 1;
}

/** A component that is fetched when it is first shown, and again after that failed and somebody tries again. */
export function later<Props extends object>(load: () => Promise<ComponentType<Props>>): ComponentType<Props> {
    let failed: number | undefined;
    const fetched = (): LazyExoticComponent<ComponentType<Props>> =>
        lazy(() =>
            load().then(
                (component) => ({ default: component }),
                (error: unknown) => {
                    failed = tries;
                    throw error;
                },
            ),
        );
    let current = fetched();
    return function Later(props: Props) {
        if (failed !== undefined && failed < tries) {
            failed = undefined;
            current = fetched();
        }
        return createElement(current as unknown as ComponentType<Props>, props);
    };
}

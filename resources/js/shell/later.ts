import { createElement, lazy, type ComponentType, type LazyExoticComponent } from 'react';

/** A component that is fetched when it is first shown, and again when it is shown after that failed. */
export function later<Props extends object>(load: () => Promise<ComponentType<Props>>): ComponentType<Props> {
    const fetched = (): LazyExoticComponent<ComponentType<Props>> => lazy(() => load().then((component) => ({ default: component }), (error: unknown) => {
        current = fetched();
        throw error;
    }));
    let current = fetched();
    return function Later(props: Props) {
        return createElement(current as unknown as ComponentType<Props>, props);
    };
}

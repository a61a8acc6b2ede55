import { lazy, type ComponentType, type LazyExoticComponent } from 'react';

/** A component that is fetched when it is first shown. */
export function later<Props>(load: () => Promise<ComponentType<Props>>): LazyExoticComponent<ComponentType<Props>> {
    return lazy(() => load().then((component) => ({ default: component })));
}

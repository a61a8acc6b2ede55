/** What stands beside the next step, remembered by the browser. */
export type Beside = 'path' | 'circuit';

const KEY = 'oculant-picture';

export const keptBeside = (): Beside => (localStorage.getItem(KEY) === 'circuit' ? 'circuit' : 'path');

export const keepBeside = (beside: Beside): void => localStorage.setItem(KEY, beside);

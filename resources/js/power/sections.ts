import type { Section } from '../api/queries';

/** Of the plan: its key after the space bar, and what it is called. */
export const sections: { key: string; section: Section; title: string }[] = [
    { key: '1', section: 'safe', title: 'Safe' },
    { key: '2', section: 'methods', title: 'Method' },
    { key: '3', section: 'feed', title: 'Feed' },
    { key: '4', section: 'lamp', title: 'Lamp' },
    { key: '5', section: 'ramp', title: 'Ramp' },
    { key: '6', section: 'reform', title: 'Reform' },
    { key: '7', section: 'needs', title: 'Fuse' },
];

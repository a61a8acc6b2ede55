export interface EvidenceDialog {
    name:
        | 'evidence'
        | 'finding'
        | 'capacitor'
        | 'breakdown'
        | 'heat'
        | 'tested'
        | 'eliminated'
        | 'substituted'
        | 'fuse'
        | 'starts'
        | 'short'
        | 'background'
        | 'isolation'
        | 'notebook'
        | 'twin'
        | 'dead';
    part?: string;
}

/** Every kind of evidence beside readings: its letter after the space bar, and what it is for. */
export const evidenceKinds: {
    key: string;
    name: Exclude<EvidenceDialog['name'], 'evidence'>;
    label: string;
    about: string;
}[] = [
    { key: 's', name: 'finding', label: 'seen', about: 'how a part looks, or that it looks well' },
    { key: 't', name: 'capacitor', label: 'capacitor test', about: 'capacitance, ESR, leakage' },
    { key: 'z', name: 'breakdown', label: 'zener', about: 'its voltage under current' },
    { key: 'q', name: 'heat', label: 'heat', about: 'degrees, by probe or camera, never by finger' },
    { key: 'g', name: 'tested', label: 'good or bad', about: 'a part tested out of circuit' },
    {
        key: 'e',
        name: 'eliminated',
        label: 'taken out',
        about: 'removed, leg lifted or disturbed: is the fault still here?',
    },
    {
        key: 'b',
        name: 'substituted',
        label: 'supply or load',
        about: 'fed from a bench supply, on a dummy load, cable pulled',
    },
    { key: 'f', name: 'fuse', label: 'fuse look', about: 'how it parted, and what was fitted' },
    { key: 'k', name: 'starts', label: 'count starts', about: 'tried and failed, and how many prove the repair' },
    { key: 'h', name: 'background', label: 'background', about: 'age, damp, heat, earlier work' },
    { key: 'd', name: 'dead', label: 'dead checks', about: 'all of them on one sheet, with what a good unit shows' },
    { key: 'w', name: 'twin', label: 'twin', about: 'the same points on a unit or channel that works' },
    {
        key: 'i',
        name: 'isolation',
        label: 'isolation',
        about: 'mains side against output or case; is a tingle a fault?',
    },
    {
        key: 'j',
        name: 'notebook',
        label: 'notebook',
        about: 'ideas for what no reading settles: test, outcome, ruled out or not',
    },
    { key: 'o', name: 'short', label: 'find a short', about: 'milliohms or millivolts along a rail' },
];

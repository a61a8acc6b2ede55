/** Words of the symptom entries, in the order in which owners say them. */
export const symptoms = [
    { value: 'dead', label: 'dead, nothing at all' },
    { value: 'part_dead', label: 'one function or rail dead, the rest works' },
    { value: 'weak', label: 'weak or low' },
    { value: 'hum', label: 'hums' },
    { value: 'intermittent', label: 'starts only sometimes' },
    { value: 'hot', label: 'gets too hot' },
    { value: 'smoke', label: 'smoke or burnt smell' },
    { value: 'bang', label: 'a loud bang' },
    { value: 'shock', label: 'shock or tingle from the case' },
    { value: 'fuse_open', label: 'fuse found open' },
    { value: 'fuse_intact', label: 'fuse found intact' },
    { value: 'lamp_dark', label: 'indicator dark' },
    { value: 'lamp_lit', label: 'indicator lit' },
];

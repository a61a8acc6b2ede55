import type { CircuitPart, CircuitPin } from '../api/client';

/** Where a pin lies on its part's box, in the drawing's units. */
export interface PinPlace {
    pin: CircuitPin;
    x: number;
    y: number;
}

export interface Text {
    x: number;
    y: number;
    text: string;
    /** A share is what the suspicion on the part is written to, where there is one. */
    role: 'ref' | 'value' | 'pin' | 'share';
    anchor: 'start' | 'middle' | 'end';
}

/** A ground of its own at a pin, drawn downwards from here. */
export interface GroundPlace {
    x: number;
    y: number;
    node: string;
}

/** A part as it is drawn: a box that no wire crosses, with everything that belongs to the part inside. */
export interface Figure {
    width: number;
    height: number;
    pins: PinPlace[];
    lines: string[];
    solid: string[];
    transform: string;
    texts: Text[];
    grounds: GroundPlace[];
    /** From pins to their grounds. */
    stubs: string[];
    /** The body without its labels, for marking the part. */
    body: { x: number; y: number; width: number; height: number };
}

const LENGTH = 60;
const TEXT = 13;
const GROUND = 16;
const SIDE = 8;

/** Room for "> 99 %" or "new". */
const SHARE = 46;
const CHARACTER = 6.9;
const PITCH = 24;

/** What a box must keep free for a text. */
export const wide = (text: string) => Math.ceil(text.length * CHARACTER);

interface Shape {
    lines: string[];
    solid?: string[];
    /** Half of its thickness. */
    half?: number;
}

const ends = (from: number, to: number) => `M0 0H${from}M${to} 0H${LENGTH}`;
const frame = (half: number) => `M14 ${-half}H46V${half}H14Z`;
const arrowed = 'M21 -9L39 0L21 9Z';
const slanted = 'M10 12H17L43 -12';
const circle = (r: number) => `M${30 - r} 0a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0`;
const plates = ['M0 0H26M26 -12V12M34 -12V12M34 0H60'];
const plus = 'M16 -11V-5M13 -8H19';
const coil = 'M0 0H10a5 5 0 0 1 10 0a5 5 0 0 1 10 0a5 5 0 0 1 10 0a5 5 0 0 1 10 0H60';
const rectifier: Shape = { lines: ['M0 0H60M39 -9V9'], solid: [arrowed] };
const capacitor: Shape = { lines: plates, half: 12 };
const polarised: Shape = { lines: [...plates, plus], half: 12 };
const resistor: Shape = { lines: [ends(14, 46), frame(8)], half: 8 };
const box: Shape = { lines: [ends(14, 46), frame(10)], half: 10 };

/** Parts with two pins, drawn from the first to the second along a line; after IEC 60617. */
const pairs: Record<string, Shape> = {
    resistor,
    capacitor,
    film_capacitor: capacitor,
    ceramic_capacitor: capacitor,
    x_capacitor: capacitor,
    y_capacitor: capacitor,
    paper_suppressor: capacitor,
    electrolytic: polarised,
    tantalum: polarised,
    inductor: { lines: [coil], half: 8 },
    diode: rectifier,
    fast_diode: rectifier,
    ultrafast_diode: rectifier,
    synchronous_rectifier: { lines: ['M0 0H60M39 -9V9', frame(13)], solid: [arrowed], half: 13 },
    schottky: { lines: ['M0 0H60M34 -6V-9H39V9H44V6'], solid: [arrowed] },
    zener: { lines: ['M0 0H60M33 -9H39V9H45'], solid: [arrowed] },
    tvs: { lines: ['M0 0H60M30 -9H36V9H42M12 -8L30 0L12 8Z'], solid: ['M48 -8L30 0L48 8Z'] },
    led: {
        lines: ['M0 0H60M39 -9V9M30 -11L35 -18M37 -9L42 -16M32 -18H35V-15M39 -16H42V-13'],
        solid: [arrowed],
        half: 18,
    },
    fuse: { lines: ['M0 0H60', frame(7)], half: 7 },
    lamp: { lines: [ends(18, 42), circle(12), 'M21.5 -8.5L38.5 8.5M21.5 8.5L38.5 -8.5'], half: 12 },
    switch: { lines: [ends(18, 42), 'M18 0L40 -11'], half: 12 },
    thermal_switch: { lines: [ends(18, 42), 'M18 0L40 -11', 'M10 -15H50V6H10Z'], half: 15 },
    ntc: { lines: [ends(14, 46), frame(8), slanted], half: 12 },
    ptc: { lines: [ends(14, 46), frame(8), slanted], half: 12 },
    varistor: { lines: [ends(14, 46), frame(8), slanted], half: 12 },
    spark_gap: { lines: ['M0 0H26M20 -5L26 0L20 5M34 0H60M40 -5L34 0L40 5'], half: 8 },
    battery: { lines: ['M0 0H26M26 -12V12M34 -6V6M34 0H60', plus], half: 12 },
    load: { lines: [ends(14, 46), frame(9), 'M21 0H38M33 -4L39 0L33 4'], half: 9 },
    current_load: { lines: [ends(18, 42), circle(12), 'M22 0H37M33 -4L38 0L33 4'], half: 12 },
    connector: { lines: ['M0 0H24M36 0H60M24 -6A7 7 0 0 1 24 6M30 -6A7 7 0 0 1 30 6M37 0H31'], half: 7 },
    joint: { lines: ['M0 0H60'], solid: [circle(3)], half: 5 },
    wire: { lines: ['M0 0H60'], half: 5 },
    trace: { lines: ['M0 0H60'], half: 5 },
};

const wave = 'M21 0c3 -9 6 -9 9 0s6 9 9 0';

type Drawn = Omit<Figure, 'grounds' | 'stubs'>;

/** With its grounds: below, where they only need room, or at the sides, where they hang from a short wire. */
function grounded(drawn: Drawn): Figure {
    const has = (side: string) => drawn.pins.some(({ pin }) => pin.ground && pin.side === side);
    const west = has('west') ? 2 * SIDE : 0;
    const moved = drawn.pins.map((one) => ({ ...one, x: one.x + west }));
    const grounds = moved.filter(({ pin }) => pin.ground);
    const places = grounds.map(({ pin, x, y }) => ({
        node: pin.node,
        x: x + (pin.side === 'west' ? -SIDE : pin.side === 'east' ? SIDE : 0),
        y,
    }));
    const width = drawn.width + west + (has('east') ? 2 * SIDE : 0);
    // The box has grown for a ground: what else leaves on that side is led to its edge.
    const edge = ({ pin, x }: PinPlace) => (pin.side === 'west' ? 0 : pin.side === 'east' ? width : x);
    const left = moved.filter(({ pin }) => !pin.ground);
    return {
        ...drawn,
        width,
        height: Math.max(drawn.height, ...places.map(({ y }) => y + GROUND)),
        pins: left.map((one) => ({ ...one, x: edge(one) })),
        transform: west > 0 ? `translate(${west} 0) ${drawn.transform}` : drawn.transform,
        texts: drawn.texts.map((text) => ({ ...text, x: text.x + west })),
        body: { ...drawn.body, x: drawn.body.x + west },
        grounds: places,
        stubs: [
            ...grounds.map(({ x, y }, k) => `M${x} ${y}H${places[k]?.x ?? x}`),
            ...left.filter((one) => one.x !== edge(one)).map((one) => `M${one.x} ${one.y}H${edge(one)}`),
        ],
    };
}

function labels(part: CircuitPart): [string, string] {
    return [part.ref, part.value.length > 14 ? `${part.value.slice(0, 13)}…` : part.value];
}

function pair(part: CircuitPart): Figure {
    const source = part.kind === 'mains' || part.kind === 'bench_supply' || part.kind === 'variable_transformer';
    const shape = source
        ? { lines: [ends(16, 44), circle(14), part.kind === 'bench_supply' ? 'M23 -3H37M23 3H37' : wave], half: 14 }
        : (pairs[part.kind] ?? box);
    const half = shape.half ?? 10;
    const [ref, value] = labels(part);
    const first = part.pins[0]?.side;
    if (part.pose === 'along') {
        const width = Math.max(LENGTH, wide(ref) + SHARE, wide(value));
        const left = (width - LENGTH) / 2;
        const y = TEXT + half + 3;
        const flip = first === 'east';
        const places = part.pins.map((pin) => ({ pin, x: pin.side === 'west' ? 0 : width, y }));
        return grounded({
            width,
            height: y + half + (value === '' ? 4 : TEXT + 5),
            pins: places,
            lines: [...shape.lines, ...(left > 0 ? [`M${-left} 0H0M${LENGTH} 0H${LENGTH + left}`] : [])],
            solid: shape.solid ?? [],
            transform: flip ? `translate(${left + LENGTH} ${y}) scale(-1 1)` : `translate(${left} ${y})`,
            texts: [
                { x: left, y: TEXT - 2, text: ref, role: 'ref', anchor: 'start' },
                { x: left + wide(ref) + 6, y: TEXT - 2, text: '', role: 'share', anchor: 'start' },
                { x: width / 2, y: y + half + TEXT, text: value, role: 'value', anchor: 'middle' },
            ],
            body: { x: left + 6, y: y - half - 2, width: LENGTH - 12, height: 2 * half + 4 },
        });
    }
    if (part.pins.every((pin) => pin.side === 'east' || pin.ground)) {
        return feed(part, shape, half);
    }
    const x = half + 2;
    const flip = first === 'south';
    return grounded({
        width: 2 * x + 4 + Math.max(SHARE, wide(ref), wide(value)),
        height: LENGTH,
        pins: part.pins.map((pin) => ({ pin, x, y: pin.side === 'north' ? 0 : LENGTH })),
        lines: shape.lines,
        solid: shape.solid ?? [],
        transform: flip ? `translate(${x} ${LENGTH}) rotate(-90)` : `translate(${x} 0) rotate(90)`,
        texts: [
            { x: 2 * x + 3, y: LENGTH / 2 - 3, text: ref, role: 'ref', anchor: 'start' },
            { x: 2 * x + 3, y: LENGTH / 2 + TEXT - 2, text: value, role: 'value', anchor: 'start' },
            { x: 2 * x + 3, y: LENGTH / 2 - TEXT - 3, text: '', role: 'share', anchor: 'start' },
        ],
        body: { x: 0, y: 10, width: 2 * x, height: LENGTH - 20 },
    });
}

/** Where the energy comes in: upright, with its leads to the right. */
function feed(part: CircuitPart, shape: Shape, half: number): Figure {
    const [ref, value] = labels(part);
    const width = Math.max(2 * half + 16, wide(ref), wide(value));
    const x = half + 2;
    const top = TEXT + 4;
    return grounded({
        width,
        height: top + LENGTH + (value === '' ? 2 : TEXT),
        pins: part.pins.map((pin, k) =>
            pin.side === 'south' ? { pin, x, y: top + LENGTH } : { pin, x: width, y: k === 0 ? top : top + LENGTH },
        ),
        lines: [
            ...shape.lines,
            ...part.pins.map((pin, k) =>
                pin.side === 'south' ? '' : k === 0 ? `M0 0V${-(width - x)}` : `M${LENGTH} 0V${-(width - x)}`,
            ),
        ],
        solid: shape.solid ?? [],
        transform: `translate(${x} ${top}) rotate(90)`,
        texts: [
            { x: 0, y: TEXT - 2, text: ref, role: 'ref', anchor: 'start' },
            { x: 0, y: top + LENGTH + TEXT, text: value, role: 'value', anchor: 'start' },
        ],
        body: { x: 0, y: top + 12, width: 2 * x, height: LENGTH - 24 },
    });
}

/** Three pins: the upper one, the lower one, and what decides at the left; turned a quarter where it lies in a line. */
interface Standing {
    top: string;
    bottom: string;
    control: string;
    lines: string[];
    solid: string[];
}

const standing: Record<string, Standing> = {
    npn: {
        top: 'c',
        bottom: 'e',
        control: 'b',
        lines: ['M0 30H16M16 16V44M16 25L34 13V0M16 35L34 47V60'],
        solid: ['M31 45L22 43L26 37Z'],
    },
    pnp: {
        top: 'e',
        bottom: 'c',
        control: 'b',
        lines: ['M0 30H16M16 16V44M16 25L34 13V0M16 35L34 47V60'],
        solid: ['M18 24L27 22L23 16Z'],
    },
    mosfet: {
        top: 'd',
        bottom: 's',
        control: 'g',
        lines: ['M0 42H14M14 18V42M19 16V24M19 27V33M19 36V44M19 20H34V0M19 30H34V60M19 40H34'],
        solid: ['M20 30L27 26V34Z'],
    },
    thyristor: {
        top: 'a',
        bottom: 'k',
        control: 'g',
        lines: ['M34 0V60M25 38H43M25 38L14 44H0V30'],
        solid: ['M25 21H43L34 38Z'],
    },
    shunt_reference: {
        top: 'k',
        bottom: 'a',
        control: 'ref',
        lines: ['M34 0V60M22 27V22H46M0 30H29'],
        solid: ['M25 38H43L34 22Z'],
    },
};

function three(part: CircuitPart, name: string, shape: Standing): Figure {
    const [ref, value] = labels(part);
    const pin = (terminal: string) => part.pins.find((one) => one.name === terminal) as CircuitPin;
    const [top, bottom, control] = [pin(shape.top), pin(shape.bottom), pin(shape.control)];
    const height = 60;
    const at = name === 'mosfet' ? 42 : 30;
    if (part.pose === 'along') {
        // A quarter back: what was at the top lies west, what decides comes from below.
        const flip = top.side === 'east';
        const y = TEXT + 4 + 12;
        const places: PinPlace[] = [
            { pin: top, x: flip ? height : 0, y },
            { pin: bottom, x: flip ? 0 : height, y },
            { pin: control, x: flip ? height - at : at, y: y + 34 },
        ];
        return grounded({
            width: Math.max(height, wide(ref) + wide(value) + 6, SHARE),
            height: y + 34,
            pins: places,
            lines: shape.lines,
            solid: shape.solid,
            transform: flip
                ? `translate(${height} ${y + 34}) scale(-1 1) rotate(-90)`
                : `translate(0 ${y + 34}) rotate(-90)`,
            texts: [
                { x: 0, y: TEXT - 2, text: ref, role: 'ref', anchor: 'start' },
                { x: wide(ref) + 6, y: TEXT - 2, text: value, role: 'value', anchor: 'start' },
                { x: 0, y: y + 32, text: '', role: 'share', anchor: 'start' },
            ],
            body: { x: 8, y: y - 8, width: 44, height: 34 },
        });
    }
    const flip = top.side === 'south';
    return grounded({
        width: 48 + Math.max(SHARE, wide(ref), wide(value)),
        height,
        pins: [
            { pin: top, x: 34, y: flip ? height : 0 },
            { pin: bottom, x: 34, y: flip ? 0 : height },
            { pin: control, x: 0, y: flip ? height - at : at },
        ],
        lines: shape.lines,
        solid: shape.solid,
        transform: flip ? `translate(0 ${height}) scale(1 -1)` : '',
        texts: [
            { x: 46, y: 27, text: ref, role: 'ref', anchor: 'start' },
            { x: 46, y: 27 + TEXT, text: value, role: 'value', anchor: 'start' },
            { x: 46, y: 27 + 2 * TEXT, text: '', role: 'share', anchor: 'start' },
        ],
        body: { x: 8, y: 8, width: 36, height: 44 },
    });
}

/** A tap lies between the ends of its winding. */
const windingOrder = (name: string) =>
    name === 'pt'
        ? 'p1t'
        : name === 'ct'
          ? 's1t'
          : name === 'ct2'
            ? 's3t'
            : name.replace(/(\d+)$/, (n) => n.padStart(2, '0'));

const windingOf = (name: string) =>
    name === 'pt'
        ? 'p1'
        : name === 'ct'
          ? 's1'
          : name === 'ct2'
            ? 's3'
            : name.replace(/\d+$/, (n) => String(Number(n) - ((Number(n) + 1) % 2)));

function transformer(part: CircuitPart): Figure {
    const [ref, value] = labels(part);
    const width = Math.max(76, wide(ref) + SHARE, wide(value));
    const sides = (side: string) =>
        part.pins
            .filter((pin) => pin.side === side)
            .sort((a, b) => windingOrder(a.name).localeCompare(windingOrder(b.name)));
    const top = 2 * TEXT + 14;
    const rows = (pins: CircuitPin[]) => {
        let y = top;
        return pins.map((pin, k) => {
            if (k > 0) {
                y += windingOf(pin.name) === windingOf(pins[k - 1]?.name ?? '') ? PITCH + 12 : PITCH;
            }
            return { pin, y };
        });
    };
    const [west, east] = [rows(sides('west')), rows(sides('east'))];
    const bottom = Math.max(...[...west, ...east].map(({ y }) => y));
    const lines: string[] = [`M${width / 2 - 3} ${top - 4}V${bottom + 4}M${width / 2 + 3} ${top - 4}V${bottom + 4}`];
    const coils = (placed: { pin: CircuitPin; y: number }[], edge: number, x: number, bulge: number) =>
        placed.forEach(({ pin, y }, k) => {
            lines.push(`M${edge} ${y}H${x}`);
            const next = placed[k + 1];
            if (next !== undefined && windingOf(next.pin.name) === windingOf(pin.name)) {
                const turns = Math.max(3, Math.round((next.y - y) / 12));
                const r = (next.y - y) / turns / 2;
                lines.push(`M${x} ${y}` + `a${r} ${r} 0 0 ${bulge} 0 ${2 * r}`.repeat(turns));
            }
        });
    coils(west, 0, width / 2 - 12, 1);
    coils(east, width, width / 2 + 12, 0);
    return grounded({
        width,
        height: bottom + 14,
        pins: [...west.map(({ pin, y }) => ({ pin, x: 0, y })), ...east.map(({ pin, y }) => ({ pin, x: width, y }))],
        lines,
        solid: [],
        transform: '',
        texts: [
            { x: 0, y: TEXT - 2, text: ref, role: 'ref', anchor: 'start' },
            { x: width / 2, y: 2 * TEXT - 3, text: value, role: 'value', anchor: 'middle' },
            { x: width, y: TEXT - 2, text: '', role: 'share', anchor: 'end' },
            ...[...west.map((one) => ({ ...one, x: 3 })), ...east.map((one) => ({ ...one, x: width - 3 }))].map(
                ({ pin, y, x }): Text => ({
                    x,
                    y: y - 3,
                    text: pin.name,
                    role: 'pin',
                    anchor: x === 3 ? 'start' : 'end',
                }),
            ),
        ],
        body: { x: width / 2 - 22, y: top - 6, width: 44, height: bottom - top + 12 },
    });
}

/** What is drawn inside a frame: after IEC 60617 where there is a symbol for it. */
function inside(part: CircuitPart, width: number, rows: number[]): Pick<Drawn, 'lines' | 'solid'> {
    const [upper = 0, lower = 0] = rows;
    const middle = (upper + lower) / 2;
    if (part.kind === 'optocoupler') {
        const isBack = part.pins.find((pin) => pin.name === 'a')?.side === 'east';
        const [lamp, eye] = isBack ? [width - 22, 22] : [22, width - 22];
        const [lampEdge, eyeEdge] = isBack ? [width, 0] : [0, width];
        const toEye = isBack ? -1 : 1;
        return {
            lines: [
                `M${lampEdge} ${upper}H${lamp}V${lower}H${lampEdge}M${lamp - 6} ${middle + 5}h12`,
                `M${lamp + 9 * toEye} ${middle}h${7 * toEye}m${-3 * toEye} -3l${3 * toEye} 3l${-3 * toEye} 3`,
                `M${eye} ${middle - 8}v16M${eye} ${middle - 4}L${eye - 8 * toEye} ${upper}H${eyeEdge}`,
                `M${eye} ${middle + 4}L${eye - 8 * toEye} ${lower}H${eyeEdge}`,
            ],
            solid: [`M${lamp - 6} ${middle - 5}h12l-6 10z`],
        };
    }
    if (part.kind === 'bridge') {
        const x = width / 2;
        return { lines: [`M${x - 13} ${middle}h26m-8 -6v12`], solid: [`M${x - 6} ${middle - 6}l11 6l-11 6z`] };
    }
    if (part.kind === 'common_mode_choke') {
        const coils = rows.map((y) => `M0 ${y}H${width / 2 - 20}${'a5 5 0 0 1 10 0'.repeat(4)}H${width}`);
        return {
            lines: [...coils, `M${width / 2 - 20} ${middle - 2}h40M${width / 2 - 20} ${middle + 2}h40`],
            solid: [],
        };
    }
    return { lines: [], solid: [] };
}

/** Anything else: a frame with its pins named. */
function framed(part: CircuitPart): Figure {
    const on = (side: string) => part.pins.filter((pin) => pin.side === side);
    const [west, east, north, south] = [on('west'), on('east'), on('north'), on('south')];
    const longest = (pins: CircuitPin[]) => Math.max(0, ...pins.map((pin) => wide(pin.name)));
    const [ref, value] = labels(part);
    const width = Math.max(
        64,
        longest(west) + longest(east) + 24,
        wide(ref) + SHARE,
        wide(value),
        (north.length + south.length) * 34,
    );
    const top = 2 * TEXT + 3;
    const height = Math.max(west.length, east.length, 1) * PITCH + (north.length + south.length > 0 ? 14 : 4);
    const spread = (pins: CircuitPin[], k: number) => (width * (k + 1)) / (pins.length + 1);
    const down = (k: number) => top + PITCH / 2 + k * PITCH;
    const places: PinPlace[] = [
        ...west.map((pin, k) => ({ pin, x: 0, y: down(k) })),
        ...east.map((pin, k) => ({ pin, x: width, y: down(k) })),
        ...north.map((pin, k) => ({ pin, x: spread(north, k), y: top })),
        ...south.map((pin, k) => ({ pin, x: spread(south, k), y: top + height })),
    ];
    const glyph = inside(part, width, [down(0), down(1)]);
    const inset: Record<CircuitPin['side'], [number, number, Text['anchor']]> = {
        west: [5, 4, 'start'],
        east: [-5, 4, 'end'],
        north: [0, 12, 'middle'],
        south: [0, -4, 'middle'],
    };
    return grounded({
        width,
        height: top + height,
        pins: places,
        lines: [`M0 ${top}H${width}V${top + height}H0Z`, ...glyph.lines],
        solid: glyph.solid,
        transform: '',
        texts: [
            { x: 0, y: TEXT - 2, text: ref, role: 'ref', anchor: 'start' },
            { x: width / 2, y: 2 * TEXT - 3, text: value, role: 'value', anchor: 'middle' },
            { x: width, y: TEXT - 2, text: '', role: 'share', anchor: 'end' },
            ...places.map(({ pin, x, y }): Text => {
                const [dx, dy, anchor] = inset[pin.side];
                return { x: x + dx, y: y + dy, text: pin.name, role: 'pin', anchor };
            }),
        ],
        body: { x: 0, y: top, width, height },
    });
}

const windings = ['transformer', 'flyback', 'forward', 'half_bridge'];

/** The same part gives the same figure. */
export function figureOf(part: CircuitPart): Figure {
    const name = part.kind === 'transistor' ? (part.turned ? 'pnp' : 'npn') : part.kind;
    const upright = standing[name];
    if (upright !== undefined) {
        return three(part, name, upright);
    }
    if (part.pins.length === 2) {
        return pair(part);
    }
    return windings.includes(part.kind) ? transformer(part) : framed(part);
}

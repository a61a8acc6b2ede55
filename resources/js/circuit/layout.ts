import ELK, { type ElkExtendedEdge, type ElkNode } from 'elkjs/lib/elk-api';
import workerUrl from 'elkjs/lib/elk-worker.min.js?url';
import type { Circuit, CircuitPart } from '../api/client';
import { figureOf, type Figure } from './symbols';

/** A wire of one node, as lines from bend to bend. */
export interface Wire {
    node: string;
    path: string;
}

export interface Flag {
    point: string;
    node: string;
    x: number;
    y: number;
    width: number;
    height: number;
}

export interface Drawing {
    width: number;
    height: number;
    parts: { part: CircuitPart; figure: Figure; x: number; y: number }[];
    wires: Wire[];
    joints: { node: string; x: number; y: number }[];
    flags: Flag[];
    /** The band in which mains side and safe side part; null if nothing stands between them. */
    barrier: { from: number; to: number } | null;
}

/** With its readings, or with its name alone. */
const FLAGS = { full: { width: 158, height: 46 }, bare: { width: 54, height: 18 } };
export type Flags = keyof typeof FLAGS;

type Engine = Pick<InstanceType<typeof ELK>, 'layout'>;

let worker: Engine | undefined;

const root = {
    'elk.algorithm': 'layered',
    'elk.direction': 'RIGHT',
    'elk.edgeRouting': 'ORTHOGONAL',
    'elk.randomSeed': '1',
    'elk.separateConnectedComponents': 'false',
    'elk.partitioning.activate': 'true',
    // As far west as it goes: what hangs on a line hangs where the line begins.
    'elk.layered.layering.strategy': 'LONGEST_PATH_SOURCE',
    'elk.layered.considerModelOrder.strategy': 'PREFER_NODES',
    'elk.layered.cycleBreaking.strategy': 'GREEDY_MODEL_ORDER',
    'elk.layered.nodePlacement.strategy': 'BRANDES_KOEPF',
    'elk.layered.crossingMinimization.greedySwitch.type': 'TWO_SIDED',
    'elk.layered.thoroughness': '6',
    'elk.layered.spacing.nodeNodeBetweenLayers': '22',
    'elk.layered.spacing.edgeNodeBetweenLayers': '12',
    'elk.layered.spacing.edgeEdgeBetweenLayers': '10',
    'elk.spacing.nodeNode': '16',
    'elk.spacing.edgeNode': '12',
    'elk.spacing.edgeEdge': '10',
    'elk.padding': '[top=16,left=16,bottom=16,right=16]',
};

const side = (name: string) => name.toUpperCase();
const partition = (zone: CircuitPart['zone']) => ({ hot: '0', barrier: '1', safe: '2' })[zone];

interface End {
    id: string;
    gives: boolean;
}

/**
 * Parts as boxes with their pins where they are drawn, nodes as wires between them. A node that one pin feeds starts at
 * that pin; any other gathers in a joint of its own.
 */
function graphOf(circuit: Circuit, figures: Map<string, Figure>, flags: Flags): ElkNode {
    const flag = FLAGS[flags];
    const children: ElkNode[] = [];
    const edges: ElkExtendedEdge[] = [];
    const byNode = new Map<string, End[]>();
    const zones = new Map<string, string>();
    for (const part of circuit.parts) {
        const figure = figures.get(part.ref) as Figure;
        children.push({
            id: `part ${part.ref}`,
            width: figure.width,
            height: figure.height,
            layoutOptions: {
                'elk.portConstraints': 'FIXED_POS',
                'elk.partitioning.partition': partition(part.zone),
            },
            ports: figure.pins.map(({ pin, x, y }) => ({
                id: `pin ${part.ref} ${pin.name}`,
                x,
                y,
                width: 0,
                height: 0,
                layoutOptions: { 'elk.port.side': side(pin.side) },
            })),
        });
        for (const { pin } of figure.pins) {
            const ends = byNode.get(pin.node) ?? [];
            ends.push({
                id: `pin ${part.ref} ${pin.name}`,
                gives: pin.side === 'east' || (pin.side === 'south' && part.pose !== 'across'),
            });
            byNode.set(pin.node, ends);
            if (part.zone !== 'barrier' || !zones.has(pin.node)) {
                zones.set(pin.node, partition(part.zone));
            }
        }
    }
    for (const node of circuit.nodes) {
        const ends = byNode.get(node.id) ?? [];
        if (ends.length === 0) {
            continue;
        }
        for (const point of node.points) {
            children.push({
                id: `flag ${point}`,
                ...flag,
                layoutOptions: {
                    'elk.portConstraints': 'FIXED_POS',
                    'elk.partitioning.partition': zones.get(node.id) ?? '2',
                },
                ports: [
                    {
                        id: `pin flag ${point}`,
                        x: 0,
                        y: flag.height / 2,
                        width: 0,
                        height: 0,
                        layoutOptions: { 'elk.port.side': 'WEST' },
                    },
                ],
            });
            ends.push({ id: `pin flag ${point}`, gives: false });
        }
        const join = (source: string, target: string) =>
            edges.push({ id: `wire ${edges.length} ${node.id}`, sources: [source], targets: [target] });
        const givers = ends.filter((end) => end.gives);
        if (ends.length === 2 || givers.length === 1) {
            const from = givers[0] ?? ends[0];
            ends.filter((end) => end !== from).forEach((end) => join(from?.id ?? end.id, end.id));
            continue;
        }
        const joint = `joint ${node.id}`;
        children.push({
            id: joint,
            width: 1,
            height: 1,
            layoutOptions: { 'elk.partitioning.partition': zones.get(node.id) ?? '2' },
        });
        for (const end of ends) {
            if (end.gives) {
                join(end.id, joint);
            } else {
                join(joint, end.id);
            }
        }
    }
    return { id: 'root', layoutOptions: root, children, edges };
}

/** Computed in a worker unless another engine is given; the same circuit gives the same drawing. */
export async function draw(circuit: Circuit, flags: Flags, engine?: Engine): Promise<Drawing> {
    const elk = engine ?? (worker ??= new ELK({ workerUrl }));
    const figures = new Map(circuit.parts.map((part) => [part.ref, figureOf(part)]));
    const begun = performance.now();
    const done = await elk.layout(graphOf(circuit, figures, flags));
    performance.measure('circuit laid out', { start: begun });
    const at = new Map((done.children ?? []).map((child) => [child.id, child]));
    const place = (id: string) => ({ x: at.get(id)?.x ?? 0, y: at.get(id)?.y ?? 0 });
    const wires: Wire[] = [];
    const joints: Drawing['joints'] = [];
    const ends = new Map<string, number>();
    for (const edge of (done.edges ?? []) as ElkExtendedEdge[]) {
        const node = edge.id.split(' ').slice(2).join(' ');
        for (const section of edge.sections ?? []) {
            const points = [section.startPoint, ...(section.bendPoints ?? []), section.endPoint];
            wires.push({ node, path: points.map(({ x, y }, k) => `${k === 0 ? 'M' : 'L'}${x} ${y}`).join('') });
        }
        for (const { x, y } of edge.junctionPoints ?? []) {
            joints.push({ node, x, y });
        }
        for (const id of [...edge.sources, ...edge.targets].filter((one) => one.startsWith('joint '))) {
            ends.set(id, (ends.get(id) ?? 0) + 1);
        }
    }
    for (const [id, count] of ends) {
        if (count > 2) {
            const { x, y } = place(id);
            joints.push({ node: id.slice('joint '.length), x: x + 0.5, y: y + 0.5 });
        }
    }
    const parts = circuit.parts.map((part) => ({
        part,
        figure: figures.get(part.ref) as Figure,
        ...place(`part ${part.ref}`),
    }));
    const across = parts.filter(({ part }) => part.zone === 'barrier');
    return {
        width: done.width ?? 0,
        height: done.height ?? 0,
        parts,
        wires,
        joints,
        flags: circuit.nodes.flatMap((node) =>
            node.points
                .filter((point) => at.has(`flag ${point}`))
                .map((point) => ({ point, node: node.id, ...FLAGS[flags], ...place(`flag ${point}`) })),
        ),
        barrier:
            across.length === 0
                ? null
                : {
                      from: Math.min(...across.map(({ x }) => x)),
                      to: Math.max(...across.map(({ x, figure }) => x + figure.width)),
                  },
    };
}

/** One stage by itself, for a narrow screen: its parts, with what leads elsewhere ending open. */
export function stageOf(circuit: Circuit, stage: string): Circuit {
    const parts = circuit.parts.filter((part) => part.stage === stage);
    const nodes = new Set(parts.flatMap((part) => part.pins.map((pin) => pin.node)));
    return { ...circuit, parts, nodes: circuit.nodes.filter((node) => nodes.has(node.id)) };
}

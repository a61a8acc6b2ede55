import ELK from 'elkjs/lib/elk.bundled.js';
import type { Circuit } from '../api/client';
import { draw } from './layout';

/** Run by the server: a circuit comes in as JSON, and goes out as it is drawn on paper. */
const pieces: Buffer[] = [];
for await (const piece of process.stdin) {
    pieces.push(piece as Buffer);
}
const circuit = JSON.parse(Buffer.concat(pieces).toString('utf8')) as Circuit;
const { width, height, parts, wires, joints, flags, barrier } = await draw(circuit, 'full', new ELK());
process.stdout.write(
    JSON.stringify({
        width,
        height,
        wires: wires.map(({ path }) => path),
        joints: joints.map(({ x, y }) => ({ x, y })),
        flags: flags.map(({ point, x, y, width: wide, height: high }) => ({ point, x, y, width: wide, height: high })),
        barrier: barrier === null ? null : (barrier.from + barrier.to) / 2,
        parts: parts.map(({ part, figure, x, y }) => ({
            ref: part.ref,
            x,
            y,
            transform: figure.transform,
            lines: figure.lines,
            solid: figure.solid,
            stubs: figure.stubs,
            grounds: figure.grounds.map((ground) => ({
                x: ground.x,
                y: ground.y,
                hot: circuit.nodes.some((node) => node.id === ground.node && node.hot),
            })),
            texts: figure.texts.filter(({ role }) => role !== 'share'),
            body: figure.body,
        })),
    }),
);

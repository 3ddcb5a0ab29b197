/**
 * Reads a graph model of TensorFlow.js: a JSON file with the nodes, and one or more files with the weights.
 */
import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';

/** IEEE 754 binary16. */
function halfFloat(bits) {
    const sign = bits & 0x8000 ? -1 : 1;
    const exponent = (bits >> 10) & 31;
    const fraction = bits & 1023;
    if (exponent === 0) {
        return sign * fraction * 2 ** -24;
    }
    if (exponent === 31) {
        return fraction === 0 ? sign * Infinity : NaN;
    }

    return sign * (1 + fraction / 1024) * 2 ** (exponent - 15);
}

/** How each kind of weight is stored: bytes of one value, and how it is read. */
const STORED = {
    float16: [2, (bytes, at) => halfFloat(bytes.readUInt16LE(at))],
    float32: [4, (bytes, at) => bytes.readFloatLE(at)],
    int32: [4, (bytes, at) => bytes.readInt32LE(at)],
};

/** @returns {Map<string, {values: number[], shape: number[]}>} weights by their names */
function weightsOf(manifest, folder) {
    const weights = new Map();
    for (const group of manifest) {
        const bytes = Buffer.concat(group.paths.map((path) => readFileSync(join(folder, path))));
        let at = 0;
        for (const { name, shape, dtype, quantization } of group.weights) {
            const [size, read] = STORED[quantization?.dtype ?? dtype] ?? [];
            if (size === undefined) {
                throw new Error(`weights of the type ${quantization?.dtype ?? dtype} are not known`);
            }
            const length = shape.reduce((product, side) => product * side, 1);
            const values = Array.from({ length }, (_, i) => read(bytes, at + i * size));
            weights.set(name, { values, shape });
            at += length * size;
        }
    }

    return weights;
}

/** The name of a node, as others name it as their input. */
const plain = (name) => name.replace(/:0$/, '').replace(/^\^/, '');

/** Nodes in an order in which each comes after its inputs. */
function ordered(nodes) {
    const byName = new Map(nodes.map((node) => [node.name, node]));
    const seen = new Set();
    const order = [];
    const visit = (name) => {
        if (seen.has(name)) {
            return;
        }
        seen.add(name);
        const node = byName.get(name);
        const inputs = (node.input ?? []).map(plain);
        inputs.forEach(visit);
        order.push({ name, op: node.op, inputs, attributes: node.attr ?? {} });
    };
    nodes.forEach((node) => visit(node.name));

    return order;
}

/** @returns {{nodes: object[], weights: Map}} */
export function readGraphModel(path) {
    const model = JSON.parse(readFileSync(path, 'utf8'));

    return {
        nodes: ordered(model.modelTopology.node),
        weights: weightsOf(model.weightsManifest, dirname(path)),
    };
}

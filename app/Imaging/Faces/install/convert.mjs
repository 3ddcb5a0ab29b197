/**
 * A graph model of TensorFlow.js as one of ONNX. TensorFlow lays pictures out as rows of pixels of channels, ONNX as a
 * plane for each channel, so that weights of convolutions change the order of their sides on the way.
 */
import { readGraphModel } from './tensorflow.mjs';
import { Graph } from './graph.mjs';

/** TensorFlow's order of the sides of a picture (batch, height, width, channel) in that of ONNX. */
const TO_PLANES = [0, 3, 1, 2];

const text = (encoded) => Buffer.from(encoded, 'base64').toString();

/** The same values with their four sides in another order. */
function reordered({ values, shape }, order) {
    const steps = [shape[1] * shape[2] * shape[3], shape[2] * shape[3], shape[3], 1];
    const sides = order.map((side) => shape[side]);
    const out = [];
    for (let a = 0; a < sides[0]; a++) {
        for (let b = 0; b < sides[1]; b++) {
            for (let c = 0; c < sides[2]; c++) {
                for (let d = 0; d < sides[3]; d++) {
                    out.push(
                        values[a * steps[order[0]] + b * steps[order[1]] + c * steps[order[2]] + d * steps[order[3]]],
                    );
                }
            }
        }
    }

    return { values: out, shape: sides };
}

class Converter {
    graph = new Graph();

    constructor(weights) {
        this.weights = weights;
    }

    /** Weights that are added or multiplied, one for each channel. */
    #perChannel(name) {
        const { values, shape } = this.weights.get(name);

        return this.graph.constant(
            `${name}_b`,
            shape.length > 1 || values.length > 1 ? [values.length, 1, 1] : [1],
            values,
        );
    }

    #operands(node) {
        return node.inputs.map((name) => (this.weights.has(name) ? this.#perChannel(name) : name));
    }

    #window(node) {
        const [, down, across] = node.attributes.strides.list.i.map(Number);

        return {
            auto_pad: text(node.attributes.padding.s) === 'SAME' ? 'SAME_UPPER' : 'VALID',
            strides: [down, across],
        };
    }

    /** max(x, 0) − slope · max(−x, 0), with a slope for each channel; ONNX's own PRelu is slower. */
    #rectified(input, slopes, output) {
        const { values } = this.weights.get(slopes);
        const size = values.length;
        const weights = this.graph.constant(
            `${slopes}_n`,
            [size, 1, 1, 1],
            values.map((value) => -value),
        );
        const above = this.graph.node('Relu', [input], `${output}_above`);
        const negative = this.graph.node('Neg', [input], `${output}_negative`);
        const below = this.graph.node('Relu', [negative], `${output}_below`);
        const sloped = this.graph.node('Conv', [below, weights], `${output}_sloped`, {
            group: size,
            kernel_shape: [1, 1],
            strides: [1, 1],
        });
        this.graph.node('Add', [above, sloped], output);
    }

    Const() {}

    Placeholder(node) {
        const [, height, width, channels] = node.attributes.shape.shape.dim.map((side) => Number(side.size));
        this.graph.input(node.name, ['n', channels, height, width]);
    }

    Conv2D(node) {
        const parts = (node.attributes.fused_ops?.list.s ?? []).map(text);
        const activation = parts.find((part) => part !== 'BiasAdd');
        const [input, kernel, bias, slopes] = node.inputs;
        const { values, shape } = reordered(this.weights.get(kernel), [3, 2, 0, 1]);
        const inputs = [input, this.graph.constant(`${kernel}_t`, shape, values)];
        if (parts.includes('BiasAdd')) {
            const added = this.weights.get(bias).values;
            inputs.push(this.graph.constant(bias, [added.length], added));
        }
        const output = activation ? `${node.name}_plain` : node.name;
        this.graph.node('Conv', inputs, output, {
            ...this.#window(node),
            dilations: [1, 1],
            kernel_shape: shape.slice(2),
            group: 1,
        });
        if (activation === 'Prelu') {
            this.#rectified(output, slopes, node.name);
        } else if (activation === 'Relu') {
            this.graph.node('Relu', [output], node.name);
        } else if (activation) {
            throw new Error(`the activation ${activation} is not known`);
        }
    }

    _FusedConv2D(node) {
        this.Conv2D(node);
    }

    DepthwiseConv2dNative(node) {
        const [input, kernel] = node.inputs;
        const { values, shape } = reordered(this.weights.get(kernel), [2, 3, 0, 1]);
        const weights = this.graph.constant(`${kernel}_t`, [shape[0] * shape[1], 1, shape[2], shape[3]], values);
        this.graph.node('Conv', [input, weights], node.name, {
            ...this.#window(node),
            dilations: [1, 1],
            kernel_shape: shape.slice(2),
            group: shape[0],
        });
    }

    #operator(op, node) {
        this.graph.node(op, this.#operands(node), node.name);
    }

    Add(node) {
        this.#operator('Add', node);
    }

    AddV2(node) {
        this.#operator('Add', node);
    }

    Mul(node) {
        this.#operator('Mul', node);
    }

    Minimum(node) {
        this.#operator('Min', node);
    }

    Maximum(node) {
        this.#operator('Max', node);
    }

    Relu(node) {
        this.#operator('Relu', node);
    }

    Sigmoid(node) {
        this.#operator('Sigmoid', node);
    }

    Prelu(node) {
        this.#rectified(node.inputs[0], node.inputs[1], node.name);
    }

    MaxPool(node) {
        const [, height, width] = node.attributes.ksize.list.i.map(Number);
        this.graph.node('MaxPool', [node.inputs[0]], node.name, {
            ...this.#window(node),
            kernel_shape: [height, width],
        });
    }

    Pad(node) {
        const { values } = this.weights.get(node.inputs[1]);
        const pads = this.graph.integers(`${node.name}_pads`, [
            ...TO_PLANES.map((side) => values[2 * side]),
            ...TO_PLANES.map((side) => values[2 * side + 1]),
        ]);
        this.graph.node('Pad', [node.inputs[0], pads], node.name, { mode: 'constant' });
    }

    ConcatV2(node) {
        this.graph.node('Concat', node.inputs.slice(0, -1), node.name, { axis: 1 });
    }

    /** In the order of TensorFlow, so that the values that come out lie where they did. */
    Reshape(node) {
        const [first, ...rest] = this.weights.get(node.inputs[1]).values;
        const pixels = this.graph.node('Transpose', [node.inputs[0]], `${node.name}_pixels`, { perm: [0, 2, 3, 1] });
        // The first side is the batch, of whatever length.
        const sides = first === -1 && rest.length === 1 ? [0, -1] : [0, ...rest];
        const shape = this.graph.integers(`${node.name}_shape`, sides);
        this.graph.node('Reshape', [pixels, shape], node.name);
    }

    Mean(node) {
        const mean = this.graph.node('GlobalAveragePool', [node.inputs[0]], `${node.name}_mean`);
        this.graph.node('Flatten', [mean], node.name, { axis: 1 });
    }

    Softmax(node) {
        this.graph.node('Softmax', [node.inputs[0]], node.name, { axis: 1 });
    }

    Identity(node) {
        this.graph.node('Identity', [node.inputs[0]], node.name);
        this.graph.output(node.name);
    }
}

/**
 * @param path the JSON file of a graph model
 * @returns {Uint8Array} the same model for ONNX
 * @throws {Error} when it holds an operator that is not known here
 */
export function converted(path) {
    const { nodes, weights } = readGraphModel(path);
    const converter = new Converter(weights);
    for (const node of nodes) {
        if (typeof converter[node.op] !== 'function') {
            throw new Error(`${path}: the operator ${node.op} is not known`);
        }
        converter[node.op](node);
    }

    return converter.graph.encoded();
}

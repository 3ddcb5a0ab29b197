/**
 * Builds a model in the Open Neural Network Exchange format (onnx.ai), operator set 13.
 */
import proto from 'onnx-proto';

const { onnx } = proto;
const OPERATORS = 13;
const FLOAT = 1;
const INT64 = 7;
const A_FLOAT = 1;
const AN_INT = 2;
const A_TEXT = 3;
const INTS = 7;

function attribute(name, value) {
    if (Array.isArray(value)) {
        return { name, ints: value, type: INTS };
    }
    if (typeof value === 'string') {
        return { name, s: Buffer.from(value), type: A_TEXT };
    }

    return Number.isInteger(value) ? { name, i: value, type: AN_INT } : { name, f: value, type: A_FLOAT };
}

const dimension = (side) => (typeof side === 'string' ? { dimParam: side } : { dimValue: side });
const typeOf = (shape) => ({ tensorType: { elemType: FLOAT, shape: { dim: shape.map(dimension) } } });

export class Graph {
    #nodes = [];
    #constants = new Map();
    #inputs = [];
    #outputs = [];

    node(op, inputs, output, attributes = {}) {
        this.#nodes.push({
            opType: op,
            name: output,
            input: inputs,
            output: [output],
            attribute: Object.entries(attributes).map(([name, value]) => attribute(name, value)),
        });

        return output;
    }

    /** @param shape sides of the tensor; an empty list for a single value */
    constant(name, shape, values) {
        this.#constants.set(name, {
            name,
            dims: shape,
            dataType: FLOAT,
            rawData: Buffer.from(Float32Array.from(values).buffer),
        });

        return name;
    }

    integers(name, values) {
        const bytes = Buffer.from(BigInt64Array.from(values.map(BigInt)).buffer);
        this.#constants.set(name, { name, dims: [values.length], dataType: INT64, rawData: bytes });

        return name;
    }

    /** @param shape sides; a text is one that may be of any length */
    input(name, shape) {
        this.#inputs.push({ name, type: typeOf(shape) });
    }

    output(name) {
        this.#outputs.push({ name, type: { tensorType: { elemType: FLOAT } } });
    }

    /** @returns {Uint8Array} the model as a file holds it */
    encoded() {
        const model = {
            irVersion: 8,
            producerName: 'kanpai',
            opsetImport: [{ domain: '', version: OPERATORS }],
            graph: {
                name: 'model',
                node: this.#nodes,
                initializer: [...this.#constants.values()],
                input: this.#inputs,
                output: this.#outputs,
            },
        };

        return onnx.ModelProto.encode(onnx.ModelProto.fromObject(model)).finish();
    }
}

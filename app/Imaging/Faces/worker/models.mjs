/**
 * The models, opened once. One thread each: a worker is one process a core.
 */
import { join } from 'node:path';
import * as runtime from 'onnxruntime-node';

const OPTIONS = {
    intraOpNumThreads: 1,
    interOpNumThreads: 1,
    executionMode: 'sequential',
    graphOptimizationLevel: 'all',
    logSeverityLevel: 3,
    // Very small numbers take many times as long; this has to be set with the first session.
    extra: { session: { set_denormal_as_zero: '1' } },
};

const NAMES = ['detector', 'landmarks', 'eye', 'mesh', 'iris', 'emotion'];

export class Models {
    #sessions;

    constructor(sessions) {
        this.#sessions = sessions;
    }

    static async open(folder) {
        const sessions = {};
        for (const name of NAMES) {
            sessions[name] = await runtime.InferenceSession.create(join(folder, `${name}.onnx`), OPTIONS);
        }

        return new Models(sessions);
    }

    /**
     * @param shape sides of the input
     * @returns {Promise<Object<string, Float32Array>>} what comes out, by the names of the outputs
     */
    async run(name, values, shape) {
        const session = this.#sessions[name];
        const input = new runtime.Tensor('float32', values, shape);
        const outputs = await session.run({ [session.inputNames[0]]: input });

        return Object.fromEntries(Object.entries(outputs).map(([output, tensor]) => [output, tensor.data]));
    }
}

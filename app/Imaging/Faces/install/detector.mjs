/**
 * The detector comes for pictures of one size. Its outputs before that size is worked in are taken in the place of its
 * last ones, so that it takes pictures of any size: scores, and boxes relative to their priors.
 */
import { readFileSync } from 'node:fs';
import proto from 'onnx-proto';

const { onnx } = proto;
/** What the node is called that gives the boxes before priors are added. */
const BOXES = '462';
const FLOAT = 1;

const tensor = (...dim) => ({ tensorType: { elemType: FLOAT, shape: { dim } } });
const ANY = { dimParam: 'any' };

/** @returns {Uint8Array} the model, of which `scores` and `boxes` come out */
export function freeOfSize(path) {
    const model = onnx.ModelProto.decode(readFileSync(path));
    const graph = model.graph;
    graph.input.find((input) => input.name === 'input').type = tensor({ dimValue: 1 }, { dimValue: 3 }, ANY, ANY);
    const [scores] = graph.output;
    scores.type = tensor(ANY, ANY, { dimValue: 2 });
    graph.output = [scores, { name: BOXES, type: tensor(ANY, ANY, { dimValue: 4 }) }];
    // Only what leads to these two is needed.
    const needed = new Set([scores.name, BOXES]);
    graph.node = graph.node
        .reverse()
        .filter((node) => {
            const isNeeded = node.output.some((output) => needed.has(output));
            if (isNeeded) {
                node.input.forEach((input) => needed.add(input));
            }

            return isNeeded;
        })
        .reverse();
    graph.valueInfo = [];

    return onnx.ModelProto.encode(model).finish();
}

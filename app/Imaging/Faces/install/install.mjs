/**
 * Makes the models that faces are measured with out of two packages of the npm registry. None of them tells who a face
 * is: what could is not taken out of the packages.
 *
 *     node install.mjs HUMAN FACEPLUGIN TARGET
 *
 * HUMAN and FACEPLUGIN are the packages unpacked; TARGET is a folder, which gets six files.
 */
import { copyFileSync, mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { converted } from './convert.mjs';
import { freeOfSize } from './detector.mjs';

const [human, faceplugin, target] = process.argv.slice(2);
mkdirSync(target, { recursive: true });
for (const [source, name] of [
    ['facemesh', 'mesh'],
    ['iris', 'iris'],
    ['emotion', 'emotion'],
]) {
    writeFileSync(join(target, `${name}.onnx`), converted(join(human, 'models', `${source}.json`)));
}
writeFileSync(join(target, 'detector.onnx'), freeOfSize(join(faceplugin, 'model', 'fr_detect.onnx')));
copyFileSync(join(faceplugin, 'model', 'fr_landmark.onnx'), join(target, 'landmarks.onnx'));
copyFileSync(join(faceplugin, 'model', 'fr_eye.onnx'), join(target, 'eye.onnx'));

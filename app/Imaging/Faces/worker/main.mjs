/**
 * Measures faces. Requests come as lines of JSON, answers go as lines of JSON, in the order of the requests.
 *
 *     node main.mjs MODELS
 *
 * Request: {"id": 7, "pixels": "/dev/shm/7", "width": 1500, "height": 1000}; the file holds rows of red, green and
 * blue, 8 bits each. With "boxes": [[left, top, width, height], …] faces are not looked for but taken as given.
 *
 * Answer: {"id": 7, "faces": [face, …]} or {"id": 7, "error": "why"}. A face: box (left, top, width, height in pixels),
 * score (0 to 1), roll, yaw, pitch (degrees), mouthOpen, mouthWidth, mouthLift (ratios), happy (0 to 1), sharpness, light (mean luminance, 0 to 1), and
 * two eyes with x, y, width (pixels), gap and gaze (in widths of the eye) and shut (0 to 1).
 *
 * The first line is {"ready": true} once the models are open.
 */
import { readFileSync } from 'node:fs';
import { createInterface } from 'node:readline';
import { findFaces } from './detector.mjs';
import { measureFace } from './face.mjs';
import { Models } from './models.mjs';
import { Pixels } from './pixels.mjs';

const answer = (value) => process.stdout.write(`${JSON.stringify(value)}\n`);

function pixelsOf({ pixels, width, height }) {
    const data = readFileSync(pixels);
    if (data.length !== width * height * 3) {
        throw new Error(`${data.length} bytes are not ${width} × ${height} pixels`);
    }

    return new Pixels(data, width, height);
}

const boxOf = ([left, top, width, height]) => ({ left, top, right: left + width, bottom: top + height, score: 1 });

async function measure(models, request) {
    const pixels = pixelsOf(request);
    const boxes = request.boxes?.map(boxOf) ?? (await findFaces(models, pixels));
    const faces = [];
    for (const box of boxes) {
        faces.push(await measureFace(models, pixels, box));
    }

    return faces;
}

const models = await Models.open(process.argv[2]);
answer({ ready: true });
for await (const line of createInterface({ input: process.stdin })) {
    let id = null;
    try {
        const request = JSON.parse(line);
        id = request.id;
        answer({ id, faces: await measure(models, request) });
    } catch (reason) {
        answer({ id, error: String(reason.message ?? reason) });
    }
}

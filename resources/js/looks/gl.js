/**
 * A picture through tables of colours, drawn by WebGL2. Tables are looked up by hand with tetrahedral interpolation, as
 * littlecms2 does it for files: what graphics hardware interpolates by itself is up to 13 of 255 steps off.
 */
import { forShader } from './lens.js';

const VERTEX = `#version 300 es
out vec2 uv;
void main() {
    vec2 p = vec2((gl_VertexID << 1) & 2, gl_VertexID & 2);
    uv = vec2(p.x, 1. - p.y);
    gl_Position = vec4(p * 2. - 1., 0., 1.);
}`;

const FRAGMENT = `#version 300 es
precision highp float;
precision highp int;
precision highp usampler3D;
uniform sampler2D picture;
uniform sampler2D gains;
uniform usampler3D table;
uniform usampler3D before;
uniform vec3 rowX;
uniform vec3 rowY;
uniform float split;
uniform bool clipped;
uniform sampler2D masks;
uniform usampler3D inside0;
uniform usampler3D inside1;
uniform usampler3D inside2;
uniform usampler3D inside3;
uniform int places;
uniform bool bent;
uniform vec2 reach;
uniform float scale;
uniform vec4 low;
uniform float high;
uniform vec3 red;
uniform vec3 blue;
uniform int painted;
in vec2 uv;
out vec4 colour;

vec3 looked(usampler3D t, vec3 c) {
    int g = textureSize(t, 0).x;
    vec3 q = c * float(g - 1);
    ivec3 i = min(ivec3(q), ivec3(g - 2));
    vec3 f = q - vec3(i);
    ivec3 X = ivec3(1, 0, 0), Y = ivec3(0, 1, 0), Z = ivec3(0, 0, 1), a, b;
    float u, v, w;
    if (f.x >= f.y) {
        if (f.y >= f.z) { a = X; b = X + Y; u = f.x; v = f.y; w = f.z; }
        else if (f.x >= f.z) { a = X; b = X + Z; u = f.x; v = f.z; w = f.y; }
        else { a = Z; b = X + Z; u = f.z; v = f.x; w = f.y; }
    } else {
        if (f.z >= f.y) { a = Z; b = Y + Z; u = f.z; v = f.y; w = f.x; }
        else if (f.z >= f.x) { a = Y; b = Y + Z; u = f.y; v = f.z; w = f.x; }
        else { a = Y; b = X + Y; u = f.y; v = f.x; w = f.z; }
    }
    // Blue runs fastest.
    vec3 p = vec3(texelFetch(t, i.zyx, 0).rgb), r = vec3(texelFetch(t, (i + a).zyx, 0).rgb);
    vec3 s = vec3(texelFetch(t, (i + b).zyx, 0).rgb), e = vec3(texelFetch(t, (i + 1).zyx, 0).rgb);
    return (p * (1. - u) + r * (u - v) + s * (v - w) + e * w) / 65535.;
}

// Where in the picture that the lens made a place of the straight one is.
vec2 lensed(vec2 at, vec3 fringe) {
    vec2 p = (at - .5) * reach / scale;
    float r = length(p);
    float factor = low.x + r * (low.y + r * (low.z + r * (low.w + r * high)));
    float s = r * abs(factor);
    factor *= fringe.x + s * (fringe.y + s * fringe.z);
    return .5 + p * factor / reach;
}

void main() {
    vec2 at = vec2(dot(rowX, vec3(uv, 1.)), dot(rowY, vec3(uv, 1.)));
    if (any(lessThan(at, vec2(0.))) || any(greaterThan(at, vec2(1.)))) {
        colour = vec4(.435, .435, .431, 1.);
        return;
    }
    vec3 c = texture(picture, bent ? lensed(at, vec3(1., 0., 0.)) : at).rgb;
    if (bent && red != blue) {
        c.r = texture(picture, lensed(at, red)).r;
        c.b = texture(picture, lensed(at, blue)).b;
    }
    if (uv.x < split) {
        colour = vec4(looked(before, c), 1.);
        return;
    }
    vec3 lit = clamp(c * texture(gains, uv).r, 0., 1.);
    c = looked(table, lit);
    vec4 m = places > 0 ? texture(masks, uv) : vec4(0.);
    if (m.r > 0.) c = mix(c, looked(inside0, lit), m.r);
    if (m.g > 0.) c = mix(c, looked(inside1, lit), m.g);
    if (m.b > 0.) c = mix(c, looked(inside2, lit), m.b);
    if (m.a > 0.) c = mix(c, looked(inside3, lit), m.a);
    if (clipped) {
        if (any(greaterThan(c, vec3(.9975)))) c = vec3(0.);
        else if (all(lessThan(c, vec3(.0025)))) c = vec3(1.);
    }
    if (painted >= 0) c = mix(c, vec3(.78, .16, .32), .55 * m[painted]);
    colour = vec4(c, 1.);
}`;

const UNITS = {
    picture: 0,
    gains: 1,
    table: 2,
    before: 3,
    masks: 4,
    inside0: 5,
    inside1: 6,
    inside2: 7,
    inside3: 8,
};
const CHANNELS = 4;

export class Drawing {
    #gl;
    #program;
    #textures = {};
    #places = new Map();
    #count = 0;
    #inside = [];
    #masks = [];

    /** @throws where there is no WebGL2 */
    constructor(canvas) {
        const gl = canvas.getContext('webgl2', { preserveDrawingBuffer: true, antialias: false, alpha: false });
        if (!gl) {
            throw new Error('This browser has no WebGL2.');
        }
        this.#gl = gl;
        this.#program = this.#compiled();
        gl.useProgram(this.#program);
        gl.pixelStorei(gl.UNPACK_COLORSPACE_CONVERSION_WEBGL, gl.NONE);
        gl.pixelStorei(gl.UNPACK_ALIGNMENT, 1);
        for (const [name, unit] of Object.entries(UNITS)) {
            gl.uniform1i(this.#place(name), unit);
        }
    }

    #compiled() {
        const gl = this.#gl;
        const program = gl.createProgram();
        for (const [kind, text] of [
            [gl.VERTEX_SHADER, VERTEX],
            [gl.FRAGMENT_SHADER, FRAGMENT],
        ]) {
            const shader = gl.createShader(kind);
            gl.shaderSource(shader, text);
            gl.compileShader(shader);
            gl.attachShader(program, shader);
        }
        gl.linkProgram(program);
        if (!gl.getProgramParameter(program, gl.LINK_STATUS)) {
            throw new Error(gl.getProgramInfoLog(program) ?? 'The picture cannot be drawn.');
        }

        return program;
    }

    #place(name) {
        if (!this.#places.has(name)) {
            this.#places.set(name, this.#gl.getUniformLocation(this.#program, name));
        }

        return this.#places.get(name);
    }

    #texture(name, target, filter) {
        const gl = this.#gl;
        gl.activeTexture(gl.TEXTURE0 + UNITS[name]);
        gl.deleteTexture(this.#textures[name]);
        this.#textures[name] = gl.createTexture();
        gl.bindTexture(target, this.#textures[name]);
        gl.texParameteri(target, gl.TEXTURE_MIN_FILTER, filter);
        gl.texParameteri(target, gl.TEXTURE_MAG_FILTER, filter === gl.NEAREST ? gl.NEAREST : gl.LINEAR);
        for (const side of [gl.TEXTURE_WRAP_S, gl.TEXTURE_WRAP_T, gl.TEXTURE_WRAP_R]) {
            gl.texParameteri(target, side, gl.CLAMP_TO_EDGE);
        }
    }

    picture(bitmap) {
        const gl = this.#gl;
        this.#texture('picture', gl.TEXTURE_2D, gl.LINEAR_MIPMAP_LINEAR);
        gl.texImage2D(gl.TEXTURE_2D, 0, gl.RGBA8, gl.RGBA, gl.UNSIGNED_BYTE, bitmap);
        gl.generateMipmap(gl.TEXTURE_2D);
    }

    /** @param name table, or before: what is left of the split */
    table(name, nodes) {
        const gl = this.#gl;
        const grid = Math.round((nodes.length / 3) ** (1 / 3));
        this.#texture(name, gl.TEXTURE_3D, gl.NEAREST);
        gl.texImage3D(gl.TEXTURE_3D, 0, gl.RGB16UI, grid, grid, grid, 0, gl.RGB_INTEGER, gl.UNSIGNED_SHORT, nodes);
    }

    gains(values, width, height) {
        const gl = this.#gl;
        this.#texture('gains', gl.TEXTURE_2D, gl.LINEAR);
        gl.texImage2D(gl.TEXTURE_2D, 0, gl.R16F, width, height, 0, gl.RED, gl.FLOAT, Float32Array.from(values));
    }

    /** @param places masks, and nodes of the tables inside */
    places(places) {
        this.#count = places.length;
        places.forEach(({ nodes }, i) => {
            if (this.#inside[i] !== nodes) {
                this.#inside[i] = nodes;
                this.table(`inside${i}`, nodes);
            }
        });
        const masks = places.map(({ mask }) => mask);
        if (masks.length > 0 && (masks.length !== this.#masks.length || masks.some((m, i) => m !== this.#masks[i]))) {
            this.#masks = masks;
            this.#upload(masks);
        }
    }

    #upload(masks) {
        const gl = this.#gl;
        const [{ width, height }] = masks;
        const texels = new Uint8Array(CHANNELS * width * height);
        masks.forEach(({ values }, channel) => {
            for (let i = 0; i < values.length; i++) {
                texels[CHANNELS * i + channel] = values[i];
            }
        });
        this.#texture('masks', gl.TEXTURE_2D, gl.LINEAR);
        gl.texImage2D(gl.TEXTURE_2D, 0, gl.RGBA8, width, height, 0, gl.RGBA, gl.UNSIGNED_BYTE, texels);
    }

    #bend(bent) {
        const gl = this.#gl;
        gl.uniform1i(this.#place('bent'), bent ? 1 : 0);
        if (bent) {
            gl.uniform2f(this.#place('reach'), ...bent.reach);
            gl.uniform1f(this.#place('scale'), bent.scale);
            gl.uniform4f(this.#place('low'), ...bent.low);
            gl.uniform1f(this.#place('high'), bent.high);
            gl.uniform3f(this.#place('red'), ...bent.red);
            gl.uniform3f(this.#place('blue'), ...bent.blue);
        }
    }

    /** @param painted which of the places is shown in colour; −1 for none */
    draw({ rows, split, clipped, painted = -1, lens = null }) {
        const gl = this.#gl;
        this.#bend(forShader(lens));
        gl.viewport(0, 0, gl.drawingBufferWidth, gl.drawingBufferHeight);
        gl.uniform3f(this.#place('rowX'), ...rows[0]);
        gl.uniform3f(this.#place('rowY'), ...rows[1]);
        gl.uniform1f(this.#place('split'), split);
        gl.uniform1i(this.#place('clipped'), clipped ? 1 : 0);
        gl.uniform1i(this.#place('places'), this.#count);
        gl.uniform1i(this.#place('painted'), painted < this.#count ? painted : -1);
        gl.drawArrays(gl.TRIANGLES, 0, 3);
        // Drawn when this returns, so that what it takes can be measured and the next one does not queue up behind it.
        gl.finish();
    }
}

import { defineConfig } from 'vite';

const page = (name) => `resources/js/${name}.js`;

export default defineConfig({
    base: '/build/',
    publicDir: false,
    // Bootstrap 5 is written for a Sass that still imports.
    css: {
        preprocessorOptions: {
            scss: {
                quietDeps: true,
                silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'],
            },
        },
    },
    build: {
        outDir: 'public/build',
        emptyOutDir: true,
        manifest: 'manifest.json',
        assetsInlineLimit: 0,
        rollupOptions: {
            input: [
                'resources/css/bootstrap.scss',
                'resources/css/kanpai.css',
                'resources/css/guests.css',
                'app',
                'cull/cull',
                'looks/looks',
                'proof/gallery',
                'clocks/clocks',
                'captions/captions',
                'deliver/deliver',
                'ingest/choose',
                'ingest/upload',
            ].map((name) => (name.startsWith('resources/') ? name : page(name))),
        },
    },
});

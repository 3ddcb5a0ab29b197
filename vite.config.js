import { defineConfig } from 'vite';

const page = (name) => `resources/js/${name}.js`;

export default defineConfig({
    base: '/build/',
    publicDir: false,
    build: {
        outDir: 'public/build',
        emptyOutDir: true,
        manifest: 'manifest.json',
        assetsInlineLimit: 0,
        rollupOptions: {
            input: [
                'resources/css/kanpai.css',
                'app',
                'cull/cull',
                'proof/gallery',
                'clocks/clocks',
                'captions/captions',
                'deliver/deliver',
                'ingest/choose',
                'ingest/upload',
            ].map((name) => (name.endsWith('.css') ? name : page(name))),
        },
    },
});

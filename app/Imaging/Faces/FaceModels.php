<?php

declare(strict_types=1);

namespace App\Imaging\Faces;

/** What measuring faces needs on this machine. */
final class FaceModels
{
    /** Counted up when other models, or other ways of asking them, give other figures. */
    public const VERSION = 2;

    private const NAMES = ['detector', 'landmarks', 'eye', 'mesh', 'iris', 'emotion'];

    /** @return string|null what is missing, and how to get it; null where faces can be measured */
    public static function missing(): ?string
    {
        foreach (self::NAMES as $name) {
            if (! is_file(config('kanpai.models')."/{$name}.onnx")) {
                return 'The models for faces are not installed. Run ./kanpai up on the server while it can reach the '.
                    'npm registry; frames are measured again by themselves.';
            }
        }
        if (! is_dir(base_path('node_modules/onnxruntime-node'))) {
            return 'The package onnxruntime-node is not installed. Run ./kanpai up on the server.';
        }

        return null;
    }

    /** @return list<string> that starts the process */
    public static function command(): array
    {
        return ['node', __DIR__.'/worker/main.mjs', (string) config('kanpai.models')];
    }
}

<?php

declare(strict_types=1);

namespace Kanpai\Deploy;

/**
 * The models that faces are measured with, made out of two packages of the npm registry. Of these packages only six
 * files are kept, none of which tells who a face is.
 */
final class Models
{
    private const PACKAGES = [
        'human' => '@vladmandic/human@3.3.6',
        'faceplugin' => 'faceplugin-face-recognition-js@0.0.1',
    ];

    private const NAMES = ['detector', 'landmarks', 'eye', 'mesh', 'iris', 'emotion'];

    private readonly string $folder;

    public function __construct(private readonly string $root, private readonly Console $console)
    {
        $this->folder = $root.'/storage/models';
    }

    public function areThere(): bool
    {
        foreach (self::NAMES as $name) {
            if (! is_file("{$this->folder}/{$name}.onnx")) {
                return false;
            }
        }

        return is_file($this->folder.'/.kanpai') && file_get_contents($this->folder.'/.kanpai') === $this->recipe();
    }

    /** @throws Failure when a package cannot be had or read */
    public function prepare(): void
    {
        $this->leaveOtherPlatforms();
        if ($this->areThere()) {
            return;
        }
        $this->console->step('Preparing the models for faces');
        $work = sys_get_temp_dir().'/kanpai-models-'.bin2hex(random_bytes(6));
        try {
            foreach (self::PACKAGES as $name => $package) {
                mkdir("{$work}/{$name}", 0700, true);
                $this->do(['npm', 'pack', $package, '--silent', '--pack-destination', "{$work}/{$name}"]);
                $archive = (glob("{$work}/{$name}/*.tgz") ?: [''])[0];
                $this->do(['tar', '-xzf', $archive, '-C', "{$work}/{$name}"]);
            }
            $this->do([
                'node',
                'app/Imaging/Faces/install/install.mjs',
                "{$work}/human/package",
                "{$work}/faceplugin/package",
                $this->folder,
            ]);
            file_put_contents($this->folder.'/.kanpai', $this->recipe());
        } finally {
            exec('rm -rf '.escapeshellarg($work));
        }
    }

    /** The same, where Kanpai can go on without: everything but faces works. */
    public function prepareIfPossible(): void
    {
        try {
            $this->prepare();
        } catch (Failure $reason) {
            $this->console->say(
                'Faces cannot be measured yet; everything else works. Run ./kanpai up once more to try again. '.
                    "({$reason->getMessage()})",
            );
        }
    }

    /** The runtime comes for all platforms at once: 288 MB, of which 45 are for this one. */
    private function leaveOtherPlatforms(): void
    {
        $own = 'linux/'.(php_uname('m') === 'aarch64' ? 'arm64' : 'x64');
        $folders = glob("{$this->root}/node_modules/onnxruntime-node/bin/*/*/*") ?: [];
        foreach (PHP_OS_FAMILY === 'Linux' ? $folders : [] as $folder) {
            if (! str_ends_with($folder, $own)) {
                exec('rm -rf '.escapeshellarg($folder));
            }
        }
    }

    private function recipe(): string
    {
        $files = glob($this->root.'/app/Imaging/Faces/install/*.mjs') ?: [];

        $hashes = array_map(fn (string $file): string => hash_file('xxh128', $file) ?: '', $files);

        return implode(' ', [...array_values(self::PACKAGES), ...$hashes]);
    }

    /** @param  list<string>  $command */
    private function do(array $command): void
    {
        $this->console->quietly('the models for faces', $command, $this->root);
    }
}

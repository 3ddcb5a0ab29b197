<?php

declare(strict_types=1);

namespace App\Deliver\Out;

use Aws\S3\S3Client;
use League\Flysystem\AwsS3V3\AwsS3V3Adapter;
use League\Flysystem\Filesystem;
use League\Flysystem\FilesystemException;
use League\Flysystem\PhpseclibV3\SftpAdapter;
use League\Flysystem\PhpseclibV3\SftpConnectionProvider;
use Throwable;

/**
 * Brings files to a destination, the same way to all kinds of them. A file has its name out there only when it is
 * whole: it is written beside it and moved, or, with S3, there at once or not at all.
 */
final readonly class DestinationClient
{
    /** Seconds in which a host has to answer. */
    private const PATIENCE = 10;

    private function __construct(private Filesystem $files, private bool $isAtOnce)
    {
    }

    /** @throws UnableToSendOut */
    public static function to(Destination $destination): self
    {
        if (! $destination->kind->isStandIn() && $destination->setting('host') !== '') {
            OpenHosts::check($destination->setting('host'));
        }

        return new self(
            new Filesystem(
                match ($destination->kind) {
                    DestinationKind::Drop, DestinationKind::Desk => $destination->standIn(),
                    DestinationKind::Sftp => self::sftp($destination),
                    DestinationKind::S3 => self::s3($destination),
                },
            ),
            $destination->kind === DestinationKind::S3,
        );
    }

    /**
     * @param  string  $path  out there; a file of that name is replaced
     *
     * @throws UnableToSendOut
     */
    public function send(string $local, string $path): void
    {
        $this->carefully(function () use ($local, $path): void {
            $bytes = (int) filesize($local);
            $part = $this->isAtOnce ? $path : "{$path}.part";
            $file = fopen($local, 'rb');
            if ($file === false) {
                throw UnableToSendOut::isGone(basename($local));
            }
            try {
                $this->files->writeStream($part, $file);
            } finally {
                if (is_resource($file)) {
                    fclose($file);
                }
            }
            if ($this->files->fileSize($part) !== $bytes) {
                throw UnableToSendOut::arrivedOtherwise(basename($path));
            }
            if (! $this->isAtOnce) {
                $this->files->move($part, $path);
            }
        });
    }

    /** @throws UnableToSendOut */
    public function says(string $path, string $text): void
    {
        $this->carefully(function () use ($path, $text): void {
            $part = $this->isAtOnce ? $path : "{$path}.part";
            $this->files->write($part, $text);
            if (! $this->isAtOnce) {
                $this->files->move($part, $path);
            }
        });
    }

    /** @throws UnableToSendOut */
    public function has(string $path, int $bytes): bool
    {
        return $this->carefully(
            fn (): bool => $this->files->fileExists($path) && $this->files->fileSize($path) === $bytes,
        );
    }

    /** @throws UnableToSendOut */
    public function takesAway(string $path): void
    {
        $this->carefully(function () use ($path): void {
            $this->files->delete($path);
        });
    }

    /**
     * @template Answer
     *
     * @param  callable(): Answer  $do
     * @return Answer
     *
     * @throws UnableToSendOut
     */
    private function carefully(callable $do): mixed
    {
        try {
            return $do();
        } catch (FilesystemException $reason) {
            throw UnableToSendOut::because($reason);
        } catch (UnableToSendOut $reason) {
            throw $reason;
        } catch (Throwable $reason) {
            throw UnableToSendOut::because($reason);
        }
    }

    private static function sftp(Destination $destination): SftpAdapter
    {
        return new SftpAdapter(
            new SftpConnectionProvider(
                $destination->setting('host'),
                $destination->setting('user'),
                $destination->setting('password') ?: null,
                $destination->setting('key') ?: null,
                null,
                (int) $destination->setting('port') ?: 22,
                timeout: self::PATIENCE,
                maxTries: 0,
                hostFingerprint: $destination->setting('fingerprint') ?: null,
            ),
            rtrim($destination->setting('folder'), '/') ?: '/',
        );
    }

    private static function s3(Destination $destination): AwsS3V3Adapter
    {
        return new AwsS3V3Adapter(
            new S3Client([
                'version' => 'latest',
                'region' => $destination->setting('region') ?: 'us-east-1',
                'credentials' => [
                    'key' => $destination->setting('user'),
                    'secret' => $destination->setting('password'),
                ],
                ...$destination->setting('host') === ''
                    ? []
                    : ['endpoint' => $destination->setting('host'), 'use_path_style_endpoint' => true],
                'http' => ['connect_timeout' => self::PATIENCE],
                'retries' => 0,
                'suppress_php_deprecation_warning' => true,
            ]),
            $destination->setting('bucket'),
            trim($destination->setting('folder'), '/'),
        );
    }
}

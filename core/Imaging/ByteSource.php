<?php

declare(strict_types=1);

namespace Kanpai\Core\Imaging;

/** Bytes that can be asked for by offset: a file or a string. */
final class ByteSource
{
    /** Enough for the Exif block and thumbnail of a JPEG, so that most files cost one reading. */
    private const HEAD = 32768;

    /** @param  resource|null  $stream */
    private function __construct(private string $head, private readonly int $size, private $stream)
    {
    }

    public static function ofString(string $bytes): self
    {
        return new self($bytes, strlen($bytes), null);
    }

    /**
     * @throws UnreadableFile when the file cannot be opened
     */
    public static function ofFile(string $path): self
    {
        $stream = @fopen($path, 'rb');
        if ($stream === false) {
            throw UnreadableFile::cannotOpen($path);
        }
        stream_set_read_buffer($stream, 0);
        $size = fstat($stream)['size'] ?? 0;

        return new self((string) fread($stream, self::HEAD), $size, $stream);
    }

    /** In bytes. */
    public function size(): int
    {
        return $this->size;
    }

    /** As many of the wanted bytes as there are; an empty string beyond the end. */
    public function bytes(int $offset, int $length): string
    {
        if ($offset < 0 || $length <= 0 || $offset >= $this->size) {
            return '';
        }
        if ($this->stream === null || $offset + $length <= strlen($this->head)) {
            return substr($this->head, $offset, $length);
        }
        fseek($this->stream, $offset);
        $bytes = '';
        $wanted = min($length, $this->size - $offset);
        while (($missing = $wanted - strlen($bytes)) > 0) {
            $more = fread($this->stream, $missing);
            if ($more === false || $more === '') {
                break;
            }
            $bytes .= $more;
        }

        return $bytes;
    }

    public function __destruct()
    {
        if ($this->stream !== null) {
            fclose($this->stream);
        }
    }
}

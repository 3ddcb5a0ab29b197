<?php

declare(strict_types=1);

namespace Kanpai\Demo\Camera;

/** Lays directories out as a little-endian TIFF 6.0 block. */
final class TiffWriter
{
    private string $out = '';

    /** @param  list<Directory>  $chain  IFD0, IFD1 … */
    public static function write(array $chain): string
    {
        $writer = new self();
        $writer->out = "II\x2A\x00".pack('V', 8);
        $links = 4;
        foreach ($chain as $directory) {
            $at = strlen($writer->out);
            $writer->out = substr_replace($writer->out, pack('V', $at), $links, 4);
            $links = $writer->directory($directory);
        }

        return $writer->out;
    }

    /** @return int where the offset of the next directory is to be written */
    private function directory(Directory $directory): int
    {
        ksort($directory->entries);
        $start = strlen($this->out);
        $count = count($directory->entries);
        $this->out .= str_repeat("\0", 2 + 12 * $count + 4);
        $table = pack('v', $count);
        foreach ($directory->entries as $tag => [$type, $length, $value]) {
            if (isset($directory->children[$tag])) {
                $value = pack('V', $this->aligned());
                $this->directory($directory->children[$tag]);
            } elseif (isset($directory->data[$tag])) {
                $value = pack('V', $this->aligned());
                $this->out .= $directory->data[$tag];
            } elseif (strlen($value) > 4) {
                $offset = pack('V', $this->aligned());
                $this->out .= $value;
                $value = $offset;
            }
            $table .= pack('vvV', $tag, $type, $length).str_pad($value, 4, "\0");
        }
        $this->out = substr_replace($this->out, $table, $start, strlen($table));
        $this->aligned();

        return $start + strlen($table);
    }

    private function aligned(): int
    {
        if (strlen($this->out) % 2 === 1) {
            $this->out .= "\0";
        }

        return strlen($this->out);
    }
}

<?php

declare(strict_types=1);

namespace Kanpai\Core\Studio;

/** The secret part of a link for guests: 144 random bits, safe in an address. Only its hash is looked up. */
final readonly class ShareToken
{
    private const BYTES = 18;

    private function __construct(public string $text)
    {
    }

    public static function random(): self
    {
        return new self(strtr(base64_encode(random_bytes(self::BYTES)), '+/', '-_'));
    }

    public static function of(string $text): self
    {
        return new self($text);
    }

    /** 64 hexadecimal digits (SHA-256). */
    public function hash(): string
    {
        return hash('sha256', $this->text);
    }
}

<?php

declare(strict_types=1);

namespace App\Studio;

use Symfony\Component\Mailer\SentMessage;
use Symfony\Component\Mailer\Transport\AbstractTransport;
use Symfony\Component\Mime\Email;
use Symfony\Component\Mime\MessageConverter;

/** Stands in for a mail server: keeps each mail as an RFC 5322 file and lists it in the studio's outbox. */
final class OutboxTransport extends AbstractTransport
{
    public const STUDIO = 'X-Kanpai-Studio';

    public function __construct(private readonly string $folder)
    {
        parent::__construct();
    }

    protected function doSend(SentMessage $message): void
    {
        $original = $message->getOriginalMessage();
        assert($original instanceof \Symfony\Component\Mime\Message);
        $email = MessageConverter::toEmail($original);
        $file = $this->keep($message->toString());
        $studio = (int) $email->getHeaders()->get(self::STUDIO)?->getBodyAsString();
        if ($studio > 0) {
            OutboxMail::query()->create([
                'studio_id' => $studio,
                'recipient' => $this->recipients($email),
                'subject' => (string) $email->getSubject(),
                'body' => (string) $email->getTextBody(),
                'file' => $file,
                'sent_at' => now(),
            ]);
        }
    }

    /** @return string the name of the file */
    private function keep(string $text): string
    {
        $name = now()->format('Ymd-His-').bin2hex(random_bytes(6)).'.eml';
        if (! is_dir($this->folder)) {
            mkdir($this->folder, 0700, true);
        }
        file_put_contents("{$this->folder}/{$name}.part", $text);
        rename("{$this->folder}/{$name}.part", "{$this->folder}/{$name}");

        return $name;
    }

    public function __toString(): string
    {
        return 'outbox';
    }

    private function recipients(Email $email): string
    {
        return implode(', ', array_map(fn ($address): string => $address->getAddress(), $email->getTo()));
    }
}

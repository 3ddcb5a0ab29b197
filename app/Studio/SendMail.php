<?php

declare(strict_types=1);

namespace App\Studio;

use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;
use Illuminate\Support\Facades\Mail;

/**
 * Sends one mail once what it tells of is in the database. A mail server that is away undoes nothing: it is asked again
 * for two days.
 */
final class SendMail implements ShouldQueue
{
    use Dispatchable, InteractsWithQueue, Queueable;

    public int $tries = 40;

    public function __construct(
        private readonly int $studioId,
        private readonly string $to,
        private readonly string $about,
        private readonly string $text,
    ) {
        $this->afterCommit();
        $this->onQueue('urgent');
    }

    /** @return list<int> seconds between the tries; the last goes on */
    public function backoff(): array
    {
        return [10, 60, 300, 900, 3600];
    }

    /**
     * Writes a mail now, from what the database says now, and sends it afterwards.
     *
     * @param  view-string  $template
     * @param  array<string, mixed>  $values  for the view
     */
    public static function write(Studio $studio, string $to, string $about, string $template, array $values): void
    {
        $text = view($template, [...$values, 'studio' => $studio])->render();
        self::dispatch($studio->id, $to, $about, $text);
    }

    public function handle(): void
    {
        $studio = Studio::query()->find($this->studioId);
        if ($studio !== null) {
            Mail::to($this->to)->send(new StudioMail($studio, $this->about, $this->text));
        }
    }
}

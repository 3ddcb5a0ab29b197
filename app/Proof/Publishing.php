<?php

declare(strict_types=1);

namespace App\Proof;

use App\Ingest\Frame;
use App\Studio\Shoot;
use App\Studio\Task;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kanpai\Core\Cull\FrameFilter;
use Kanpai\Core\Share\ShareToken;

/** Makes a gallery of the frames that are meant. The link works once all proofs are made. */
final class Publishing
{
    /** @param  array{title: string, message: string, watermark: string, password: string|null, wanted: int|null, guest_email: string}  $facts */
    public function publish(Shoot $shoot, FrameFilter $filter, array $facts): Gallery
    {
        return DB::transaction(function () use ($shoot, $filter, $facts): Gallery {
            $token = ShareToken::random();
            $gallery = Gallery::query()->create([...$facts, 'uuid' => (string) Str::uuid(), 'shoot_id' => $shoot->id, 'token' => $token->text, 'token_hash' => $token->hash()]);
            $rows = Frame::meeting($shoot, $filter)->get(['id', 'width', 'height'])->values()->toBase()
                ->map(fn (Frame $frame, int $place): array => ['gallery_id' => $gallery->id, 'frame_id' => $frame->id, 'number' => $place + 1, 'width' => $frame->width, 'height' => $frame->height]);
            foreach ($rows->chunk(1000) as $chunk) {
                DB::table('gallery_frames')->insert($chunk->values()->all());
            }
            $task = Task::open($shoot, 'proofs', "gallery:{$gallery->id}", 'Making the proofs', 'frames', $rows->count());
            MakeProofs::dispatch($task->id)->onQueue('default');

            return $gallery;
        });
    }
}

<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Proof\Selection;
use App\Studio\Task;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kanpai\Core\Deliver\DeliveredName;
use Kanpai\Core\Share\ShareToken;

/** Opens a delivery of a selection and has it packed. Its link works once it is made. */
final class Delivering
{
    public function open(Selection $selection): Delivery
    {
        return DB::transaction(function () use ($selection): Delivery {
            $shoot = $selection->gallery->shoot;
            $token = ShareToken::random();
            $count = $selection->frames()->count();
            $delivery = Delivery::query()->create([
                'uuid' => (string) Str::uuid(), 'shoot_id' => $shoot->id, 'selection_id' => $selection->id, 'name' => DeliveredName::slug($shoot->name).'-'.DeliveredName::slug($selection->name).'.zip',
                'token' => $token->text, 'token_hash' => $token->hash(), 'frames_count' => $count,
            ]);
            $task = Task::open($shoot, 'delivery', "delivery:{$delivery->id}", 'Embedding captions and packing', 'frames', $count);
            MakeDelivery::dispatch($task->id)->onQueue('default');

            return $delivery;
        });
    }
}

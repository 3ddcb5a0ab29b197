<?php

declare(strict_types=1);

namespace App\Proof\Http;

use App\Proof\Gallery;
use App\Proof\PublishSelection;
use App\Studio\Member;
use Illuminate\Http\RedirectResponse;

/** Goes on with frames that were chosen in a gallery, and leads to where that is seen. */
final readonly class TakeUpFrames
{
    public function __construct(private PublishSelection $selection)
    {
    }

    /**
     * @param  string  $as  `round`, `use`, `gallery` or `set`
     * @param  list<int>  $frames
     * @param  string  $name  of the round or the set
     * @param  string  $use  where they are to be for a use
     */
    public function as(string $as, Gallery $gallery, array $frames, string $name, string $use): RedirectResponse
    {
        return match ($as) {
            'round' => $this->asRound($gallery, $frames, $name),
            'use' => $this->withUse($gallery, $frames, trim($use)),
            'gallery' => $this->asSet($gallery, $frames, $name, 'proof.show'),
            default => $this->asSet($gallery, $frames, $name, 'cull.show'),
        };
    }

    /** @param  list<int>  $frames */
    private function asRound(Gallery $gallery, array $frames, string $name): RedirectResponse
    {
        $this->selection->asRound($gallery->shoot, Member::current(), $frames, $name);

        return redirect()
            ->route('cull.show', $gallery->shoot)
            ->with('message', 'A round of '.number_format(count($frames)).' frames has begun.');
    }

    /** @param  list<int>  $frames */
    private function withUse(Gallery $gallery, array $frames, string $use): RedirectResponse
    {
        $this->selection->withUse($gallery->shoot, Member::current(), $frames, $use);
        $count = number_format(count($frames));

        return redirect()
            ->route('proof.gallery', $gallery)
            ->with('message', "{$count} frames are for {$use} now. The step can be undone on the culling page.");
    }

    /** @param  list<int>  $frames */
    private function asSet(Gallery $gallery, array $frames, string $name, string $page): RedirectResponse
    {
        $set = $this->selection->asSet($gallery->shoot, $frames, $name);

        return redirect()
            ->route($page, [$gallery->shoot, 'where' => $set->asked()])
            ->with('message', "“{$set->name}” has ".number_format(count($frames)).' frames.');
    }
}

<?php

declare(strict_types=1);

namespace App\Cull\Propose;

use App\Frames\FrameOrder;
use App\Studio\Shoot;
use Kanpai\Core\Cull\Proposal\Proposals;
use Kanpai\Core\Frames\Sort;

/** Frames in the order in which they are proposed. */
final class ProposedOrder implements FrameOrder
{
    public function sql(Sort $sort, Shoot $shoot): string
    {
        $order = Proposals::of(KeptFindings::of($shoot), ProposalSettings::of($shoot)->weights)->order;

        // From behind, so that what is not proposed at all, and is in no place, comes last.
        return "FIND_IN_SET(frames.id, '".implode(',', array_reverse($order))."') DESC";
    }
}

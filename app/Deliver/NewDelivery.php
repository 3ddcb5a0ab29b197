<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Proof\Selection;
use App\Studio\Shoot;

/**
 * What somebody wants to deliver.
 *
 * @phpstan-type DeliveryFacts array{name?: string, message?: string, password?: string|null, ends_on?: string|null,
 *     most_fetches?: int|null, zip_bytes?: int|null}
 */
final readonly class NewDelivery
{
    /**
     * @param  list<int>  $frames
     * @param  list<string>  $ways  keys of ways
     * @param  DeliveryFacts  $facts
     * @param  list<array{name: string, email: string}>  $people  none for one link that serves everybody
     * @param  string  $part  what its first part is called
     */
    public function __construct(
        public Shoot $shoot,
        public array $frames,
        public array $ways,
        public array $facts = [],
        public array $people = [],
        public ?Selection $selection = null,
        public string $part = '',
        public DeliveryKind $kind = DeliveryKind::Pictures,
    ) {
    }
}

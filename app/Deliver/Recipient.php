<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Studio\FoundInOwnStudio;
use App\Studio\PictureDoor;
use App\Studio\Shoot;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Support\Str;
use Kanpai\Core\Studio\ShareToken;

/**
 * Somebody for whom a delivery is, with a link of their own; or everybody who has the link.
 *
 * @property int $id
 * @property int $delivery_id
 * @property string $name
 * @property string $email
 * @property string $token the secret of the link; only its hash is looked up
 * @property string $token_hash
 * @property CarbonImmutable|null $told_at when the link was mailed last
 * @property CarbonImmutable|null $withdrawn_at
 * @property Delivery $delivery
 * @property Collection<int, Receipt> $receipts
 */
final class Recipient extends Model
{
    use FoundInOwnStudio;

    protected $guarded = [];

    protected $hidden = ['token'];

    protected $casts = [
        'token' => 'encrypted',
        'told_at' => 'immutable_datetime',
        'withdrawn_at' => 'immutable_datetime',
    ];

    /** @return BelongsTo<Delivery, $this> */
    public function delivery(): BelongsTo
    {
        return $this->belongsTo(Delivery::class);
    }

    /** @return HasMany<Receipt, $this> */
    public function receipts(): HasMany
    {
        $rows = $this->hasMany(Receipt::class);
        $rows->orderBy('id');

        return $rows;
    }

    public static function of(Delivery $delivery, string $name, string $email): self
    {
        $token = ShareToken::random();

        return self::query()->create([
            'delivery_id' => $delivery->id,
            'name' => $name,
            'email' => $email,
            'token' => $token->text,
            'token_hash' => $token->hash(),
        ]);
    }

    public static function behind(string $token): self
    {
        return self::query()
            ->where('token_hash', ShareToken::of($token)->hash())
            ->whereHas('delivery', fn (Builder $delivery) => $delivery->whereNotNull('made_at'))
            ->with('delivery.shoot.studio')
            ->firstOrFail();
    }

    public function address(): string
    {
        return route('delivery', $this->token);
    }

    /** The way to the pictures on its page, which ends when the link does. */
    public function door(): PictureDoor
    {
        return PictureDoor::of(
            'delivery',
            $this->token_hash,
            $this->delivery->ends_on === null
                ? null
                : CarbonImmutable::parse(
                    $this->delivery->ends_on->format('Y-m-d'),
                    $this->delivery->shoot->zone,
                )->addDay(),
        );
    }

    public function called(): string
    {
        return $this->name ?: $this->email ?: 'Everybody with the link';
    }

    /**
     * @param  Builder<self>  $query
     * @param  Builder<Shoot>  $shoots
     */
    protected function narrow(Builder $query, Builder $shoots): void
    {
        $query->whereIn('delivery_id', Delivery::query()->whereIn('shoot_id', $shoots)->select('id'));
    }

    /** @param  string  $zone  in which times are shown */
    public function openedInWords(string $zone): string
    {
        $opened = $this->receipts->where('kind', 'opened');
        if ($opened->isEmpty()) {
            return 'not opened yet';
        }
        $times = $opened->count().' '.Str::plural('time', $opened->count());
        $last = $opened->sortBy('at')->last()?->at->setTimezone($zone)->format('D j M, H:i:s');

        return "opened {$times}, last {$last}";
    }
}

<?php

declare(strict_types=1);

namespace App\Ingest\Upload;

use App\Studio\FoundInOwnStudio;
use App\Studio\Shoot;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Facades\DB;
use Kanpai\Core\Studio\ShareToken;

/**
 * A private link by which a shooter without an account sends cards into a shoot.
 *
 * @property int $id
 * @property int $shoot_id
 * @property string $shooter
 * @property string $token the secret of the link; only its hash is looked up
 * @property string $token_hash
 * @property CarbonImmutable $ends_at
 * @property CarbonImmutable|null $withdrawn_at
 * @property Shoot $shoot
 */
final class UploadLink extends Model
{
    use FoundInOwnStudio;

    /** Days that a link lasts. */
    public const DAYS = 14;

    /** Seconds within which the same link is the same press of a button. */
    private const SAME_PRESS = 10;

    protected $guarded = [];

    protected $hidden = ['token'];

    protected $casts = [
        'token' => 'encrypted',
        'ends_at' => 'immutable_datetime',
        'withdrawn_at' => 'immutable_datetime',
    ];

    /** @return BelongsTo<Shoot, $this> */
    public function shoot(): BelongsTo
    {
        return $this->belongsTo(Shoot::class);
    }

    public static function issue(Shoot $shoot, string $shooter): self
    {
        return DB::transaction(function () use ($shoot, $shooter): self {
            Shoot::query()->whereKey($shoot->id)->lockForUpdate()->first();
            // A button that is pressed twice makes one.
            $same = self::open($shoot)
                ->where('shooter', $shooter)
                ->where('created_at', '>', now()->subSeconds(self::SAME_PRESS))
                ->first();

            return $same ?? self::another($shoot, $shooter);
        });
    }

    private static function another(Shoot $shoot, string $shooter): self
    {
        $token = ShareToken::random();

        return self::query()->create([
            'shoot_id' => $shoot->id,
            'shooter' => $shooter,
            'token' => $token->text,
            'token_hash' => $token->hash(),
            'ends_at' => now()->addDays(self::DAYS),
        ]);
    }

    /** @return Builder<self> the links of a shoot that can be used */
    public static function open(Shoot $shoot): Builder
    {
        return self::query()
            ->where('shoot_id', $shoot->id)
            ->whereNull('withdrawn_at')
            ->where('ends_at', '>', now())
            ->orderBy('id');
    }

    public static function behind(string $token): ?self
    {
        return self::query()
            ->where('token_hash', ShareToken::of($token)->hash())
            ->with('shoot.studio')
            ->first();
    }

    public function isOpen(): bool
    {
        return $this->withdrawn_at === null && $this->ends_at->isFuture();
    }

    public function address(): string
    {
        return route('upload.link', $this->token);
    }
}

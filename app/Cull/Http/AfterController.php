<?php

declare(strict_types=1);

namespace App\Cull\Http;

use App\Cull\DeleteCopies;
use App\Cull\RegroupMoments;
use App\Frames\Frame;
use App\Studio\PictureAddress;
use App\Studio\Revised;
use App\Studio\Shoot;
use App\Studio\Task;
use Illuminate\Contracts\View\View;
use Illuminate\Database\Query\Builder;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Frames\Verdict;

/** The dropped frames are looked at once more; then they are set aside, or copies of them deleted. */
final class AfterController
{
    private const PAGE = 240;

    public function show(Request $request, Shoot $shoot): View
    {
        $page = max(0, (int) $request->query('page', '0'));
        $dropped = Frame::inOrder($shoot)->where('verdict', Verdict::Drop);

        return view('cull.dropped', [
            'shoot' => $shoot,
            'all' => (clone $dropped)->count(),
            'page' => $page,
            'size' => self::PAGE,
            'frames' => self::lines($shoot, $dropped->offset($page * self::PAGE)->limit(self::PAGE)->get()),
            'aside' => Frame::query()->where('shoot_id', $shoot->id)->whereNotNull('aside_at')->count(),
            'copies' => DeleteCopies::plan($shoot),
            ...self::tasks($shoot),
        ]);
    }

    /** @return array<string, mixed> those under way, and the last one */
    private static function tasks(Shoot $shoot): array
    {
        $own = ['shoot_id' => $shoot->id, 'kind' => DeleteCopies::KIND];

        return ['tasks' => Task::underWay()->where($own)->get(), 'last' => DeleteCopies::latest($shoot)];
    }

    /**
     * @param  Collection<int, Frame>  $frames
     * @return list<array<string, mixed>>
     */
    private static function lines(Shoot $shoot, Collection $frames): array
    {
        $line = fn (Frame $frame): array => [
            'id' => $frame->id,
            'name' => $frame->name,
            'picture' => PictureAddress::orNothing($frame->small_path),
            'time' => $shoot->zone()->format($frame->taken_ms, 'H:i:s'),
        ];

        return array_values($frames->map($line)->all());
    }

    /** Out of the shoot; the files stay where they are. */
    public function aside(Shoot $shoot): RedirectResponse
    {
        $dropped = DB::table('frames')
            ->where(['shoot_id' => $shoot->id, 'verdict' => Verdict::Drop])
            ->whereNull('aside_at');
        $count = self::setAside($shoot, $dropped, now()->format('Y-m-d H:i:s.v'));

        return redirect()
            ->route('cull.dropped', $shoot)
            ->with(
                'message',
                number_format($count).
                    ' dropped frames are set aside. Their files stay where they are, and they can be restored.',
            );
    }

    public function back(Shoot $shoot): RedirectResponse
    {
        $aside = DB::table('frames')->where('shoot_id', $shoot->id)->whereNotNull('aside_at');
        $count = self::setAside($shoot, $aside, null);

        return redirect()
            ->route('cull.dropped', $shoot)
            ->with('message', number_format($count).' frames are back in the shoot.');
    }

    /** @return int how many frames it were */
    private static function setAside(Shoot $shoot, Builder $frames, ?string $at): int
    {
        $count = DB::transaction(function () use ($shoot, $frames, $at): int {
            Revised::Frames->hold($shoot->id);

            return $frames->update(['aside_at' => $at]);
        });
        RegroupMoments::soon($shoot->id);

        return $count;
    }

    public function delete(DeleteCopiesInput $request, Shoot $shoot): RedirectResponse
    {
        if (trim((string) $request->string('name')) !== $shoot->name) {
            throw ValidationException::withMessages([
                'name' => "This is not the name of the shoot: “{$shoot->name}”. Nothing was deleted.",
            ]);
        }
        if ($request->boolean('last')) {
            Gate::authorize('update', $shoot->studio);
        }
        $places = array_values(array_map(strval(...), (array) $request->input('places')));
        DeleteCopies::start($shoot, $places, $request->boolean('last'));

        return redirect()
            ->route('cull.dropped', $shoot)
            ->with('message', 'The copies are being deleted. Cards are not touched.');
    }
}

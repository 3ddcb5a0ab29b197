<?php

declare(strict_types=1);

namespace App\Deliver\Http;

use App\Captions\FrameCaption;
use App\Copies\Places;
use App\Deliver\Originals\CopyOriginals;
use App\Frames\CardFile;
use App\Ingest\ChosenOriginals;
use App\Ingest\Naming;
use App\Ingest\RenameFiles;
use App\Ingest\Renaming;
use App\Studio\Shoot;
use Illuminate\Contracts\View\View;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Frames\FileKind;
use Kanpai\Core\Ingest\InvalidNamePattern;
use Kanpai\Core\Ingest\NamePattern;

/** Chosen originals in a folder of their own: copied there, or moved in every place. */
final class OriginalsController
{
    /** Frames of whose originals the names are worked out with the page. */
    private const AT_ONCE = 400;

    /** Names that are shown before. */
    private const SHOWN = 8;

    public function __construct(private readonly Naming $naming, private readonly Places $places)
    {
    }

    public function show(Request $request, Shoot $shoot): View
    {
        $asked = FramesAsked::by($request, $shoot);
        $pattern = NamePattern::of('{{year}}/{{date}} {{shoot}}/picked', '{{name}}');
        $isLarge = $asked->count() > self::AT_ONCE;

        return view('deliver.originals', [
            'shoot' => $shoot,
            ...$asked->forPage(),
            'pattern' => $pattern,
            'places' => $this->places->used($shoot->studio_id),
            'tasks' => array_filter([CopyOriginals::latest($shoot), RenameFiles::latest($shoot)]),
            'behind' => FrameCaption::query()->where('shoot_id', $shoot->id)->whereNull('written_at')->count(),
            // Of many files it is worked out beside the page.
            ...$isLarge ? ['files' => null] : $this->comes($shoot, new ChosenOriginals($asked->ids()), $pattern),
        ]);
    }

    /** What comes, while the form is being filled in. */
    public function preview(Request $request, Shoot $shoot): View
    {
        return view('deliver.originals-preview', [
            'isAgain' => true,
            ...$this->comes(
                $shoot,
                $this->chosen($request, FramesAsked::by($request, $shoot)->ids()),
                $this->pattern($request),
            ),
        ]);
    }

    public function store(OriginalsInput $request, Shoot $shoot, Renaming $renaming): RedirectResponse
    {
        $how = $request->string('how')->toString();
        $chosen = $this->chosen($request, FramesAsked::by($request, $shoot)->some('frames', $how));
        $pattern = $this->pattern($request);
        if ($how === 'move') {
            $problem = $renaming->start($shoot, $pattern, $chosen);

            return $problem === null
                ? redirect()->back()
                : throw ValidationException::withMessages(['frames' => $problem]);
        }
        $paths = $this->naming->further($shoot, $pattern, $chosen);
        if ($paths === []) {
            throw ValidationException::withMessages(['frames' => 'Of these frames no such file is copied yet.']);
        }
        $this->copy($shoot, $request->integer('place'), $paths);

        return redirect()->back();
    }

    /**
     * @param  array<int, string>  $paths  file => path below the place
     *
     * @throws ValidationException
     */
    private function copy(Shoot $shoot, int $place, array $paths): void
    {
        $place = $this->places->used($shoot->studio_id)->firstWhere('id', $place) ?? abort(404);
        $bytes = (int) CardFile::query()->whereIntegerInRaw('id', array_keys($paths))->sum('size');
        $trouble = $this->places->troubles([$place], [$place->name => $bytes]);
        if ($trouble !== []) {
            throw ValidationException::withMessages(['place' => reset($trouble)->getMessage()]);
        }
        if (! CopyOriginals::start($shoot, $place, $paths)) {
            throw ValidationException::withMessages([
                'frames' => 'Originals are being copied already. Wait until that is over.',
            ]);
        }
    }

    /** @return array{files: int, bytes: int, kinds: list<string>, paths: array<string, string>} */
    private function comes(Shoot $shoot, ChosenOriginals $chosen, NamePattern $pattern): array
    {
        $paths = $this->naming->further($shoot, $pattern, $chosen);
        $files = DB::table('files')
            ->whereIntegerInRaw('id', array_keys($paths))
            ->groupBy('kind')
            ->orderBy('kind')
            ->selectRaw('kind, COUNT(*) AS n, SUM(size) AS bytes')
            ->get();
        $kinds = $files->map(fn ($row): string => FileKind::from((string) $row->kind)->counted((int) $row->n));

        return [
            'files' => count($paths),
            'bytes' => (int) $files->sum('bytes'),
            'kinds' => array_values($kinds->all()),
            'paths' => self::names(array_slice($paths, 0, self::SHOWN, true)),
        ];
    }

    /**
     * @param  array<int, string>  $paths
     * @return array<string, string> path now => path then, as text
     */
    private static function names(array $paths): array
    {
        $now = CardFile::query()->whereIntegerInRaw('id', array_keys($paths))->pluck('destination', 'id');
        $names = [];
        foreach ($paths as $id => $path) {
            $names[mb_scrub((string) $now[$id], 'UTF-8')] = mb_scrub($path, 'UTF-8');
        }

        return $names;
    }

    /** @param  list<int>  $frames */
    private function chosen(Request $request, array $frames): ChosenOriginals
    {
        return new ChosenOriginals($frames, FileKind::tryFrom((string) $request->string('kind')));
    }

    private function pattern(Request $request): NamePattern
    {
        try {
            return NamePattern::of((string) $request->string('folder'), (string) $request->string('file'));
        } catch (InvalidNamePattern $reason) {
            throw ValidationException::withMessages([$reason->field => $reason->getMessage()]);
        }
    }
}

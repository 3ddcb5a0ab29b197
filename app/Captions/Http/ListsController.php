<?php

declare(strict_types=1);

namespace App\Captions\Http;

use App\Captions\Keywords;
use App\Captions\RosterPerson;
use App\Studio\Shoot;
use Illuminate\Contracts\View\View;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Captions\Keyword\KeywordList;
use Kanpai\Core\Captions\Roster\Person;
use Kanpai\Core\Captions\Roster\Roster;
use Kanpai\Core\Captions\Table;
use Kanpai\Core\Captions\UnreadableTable;
use Kanpai\Core\Frames\Caption\Field;

/** The lists captions are written with: the roster of a shoot, the keywords of the studio, what the studio wants. */
final class ListsController
{
    /** Rows that a page shows of a list. */
    private const SHOWN = 200;

    /** Suggestions that are sent to a page that completes words while they are typed. */
    private const COMPLETIONS = 12;

    public function __construct(private readonly Keywords $keywords)
    {
    }

    public function show(Shoot $shoot): View
    {
        $people = RosterPerson::query()->where('shoot_id', $shoot->id);
        $list = $this->keywords->ofStudio($shoot->studio);

        return view('captions.lists', [
            'shoot' => $shoot,
            'people' => (clone $people)->orderBy('id')->limit(self::SHOWN)->get(),
            'peopleCount' => $people->count(),
            'shown' => self::SHOWN,
            'paths' => array_slice($list->paths(), 0, self::SHOWN, true),
            'terms' => count($list->paths()),
            'counts' => $this->keywords->counts($shoot),
            'groups' => Field::grouped(),
            'studio' => $shoot->studio,
        ]);
    }

    public function storeRoster(Request $request, Shoot $shoot): RedirectResponse
    {
        $people = $this->reading('roster', fn (): array => Roster::of(Table::rows($this->bytes($request, 'roster'))));
        RosterPerson::replace($shoot, $people);

        return redirect()
            ->route('captions.lists', $shoot)
            ->with('message', number_format(count($people)).' people are on the roster.');
    }

    public function storeKeywords(Request $request, Shoot $shoot): RedirectResponse
    {
        $list = $this->reading(
            'keywords',
            fn (): KeywordList => KeywordList::of(Table::rows($this->bytes($request, 'keywords'))),
        );
        $this->keywords->replace($shoot->studio, $list);

        return redirect()
            ->route('captions.lists', $shoot)
            ->with('message', number_format(count($list->paths())).' keywords are on the list.');
    }

    public function storeWishes(WishesInput $request, Shoot $shoot): RedirectResponse
    {
        $shoot->studio->update([
            'code_sign' => (string) $request->string('code_sign'),
            'required_fields' => array_values((array) $request->input('required', [])),
            'writes_sidecars' => $request->boolean('writes_sidecars'),
        ]);

        return redirect()
            ->route('captions.lists', $shoot)
            ->with('message', 'What the studio wants is kept, for all shoots.');
    }

    /** People whose code, number or name begins with what was typed; the code itself first. */
    public function people(Request $request, Shoot $shoot): JsonResponse
    {
        $typed = mb_strtolower((string) $request->string('q'));
        $found = array_filter(RosterPerson::people($shoot), fn (Person $person): bool => self::begins($person, $typed));
        usort($found, fn (Person $a, Person $b): int => [! self::is($a, $typed), $a->name] <=> [
            ! self::is($b, $typed),
            $b->name,
        ]);

        return response()->json(
            array_map(
                fn (Person $person): array => [
                    'name' => $person->name,
                    'words' => trim("{$person->code} {$person->number}"),
                    'more' => $person->inWords(),
                    'exact' => self::is($person, $typed),
                ],
                array_slice($found, 0, self::COMPLETIONS),
            ),
        );
    }

    private static function is(Person $person, string $typed): bool
    {
        return in_array($typed, [mb_strtolower($person->code), mb_strtolower($person->number)], true);
    }

    private static function begins(Person $person, string $typed): bool
    {
        $words = [$person->code, $person->number, ...explode(' ', $person->name)];
        $begins = fn (string $word): bool => str_starts_with(mb_strtolower($word), $typed);

        return $typed === '' || array_filter($words, $begins) !== [];
    }

    /** Keywords that begin with what was typed, of the list and of the shoot, with how often they are used. */
    public function words(Request $request, Shoot $shoot): JsonResponse
    {
        $counts = $this->keywords->counts($shoot);
        $paths = $this->keywords->ofStudio($shoot->studio)->paths();
        $found = self::beginning(mb_strtolower((string) $request->string('q')), array_keys($paths + $counts));
        $order = fn (string $word): array => [! isset($paths[$word]), -($counts[$word] ?? 0), $word];
        usort($found, fn (string $a, string $b): int => $order($a) <=> $order($b));

        return response()->json(
            array_map(
                fn (string $word): array => [
                    'name' => $word,
                    'insert' => $paths[$word] ?? [$word],
                    'more' => implode(' > ', $paths[$word] ?? [$word]),
                    'words' => isset($counts[$word]) ? number_format($counts[$word]) : '',
                ],
                array_slice($found, 0, self::COMPLETIONS),
            ),
        );
    }

    /**
     * @param  list<array-key>  $words
     * @return list<string> those of which a word begins so
     */
    private static function beginning(string $typed, array $words): array
    {
        $begins = fn (string $word): bool => $typed !== '' && str_contains(' '.mb_strtolower($word), ' '.$typed);

        return array_values(array_filter(array_map(strval(...), $words), $begins));
    }

    private function bytes(Request $request, string $field): string
    {
        $file = $request->file("{$field}_file");

        return $file instanceof UploadedFile ? (string) $file->get() : (string) $request->input($field, '');
    }

    /**
     * @template T
     *
     * @param  callable(): T  $read
     * @return T
     */
    private function reading(string $field, callable $read): mixed
    {
        try {
            return $read();
        } catch (UnreadableTable $reason) {
            throw ValidationException::withMessages([$field => $reason->getMessage()]);
        }
    }
}

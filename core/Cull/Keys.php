<?php

declare(strict_types=1);

namespace Kanpai\Core\Cull;

/** The keys of the culling page, as a member has set them: one key for each action, and none for two. */
final readonly class Keys
{
    private const PATTERN = '/^(Shift\+)?([^\pC\s]|Space|Enter|Backspace|Tab|Delete|Insert|Home|End|PageUp|PageDown|'.
        'Arrow(Up|Down|Left|Right)|F[1-9]|F1[0-2])$/u';

    /** Action => its usual key and what it does, in words. */
    public const ACTIONS = [
        'keep' => ['f', 'keep'],
        'drop' => ['d', 'drop'],
        'open' => ['s', 'open again'],
        'only' => ['a', 'keep only this one of its moment, drop the others'],
        'keepMoment' => ['Shift+f', 'keep the whole moment'],
        'dropMoment' => ['Shift+d', 'drop the whole moment'],
        'openMoment' => ['Shift+s', 'open the whole moment again'],
        'rate0' => ['0', 'no rating'],
        'rate1' => ['1', 'rating 1'],
        'rate2' => ['2', 'rating 2'],
        'rate3' => ['3', 'rating 3'],
        'rate4' => ['4', 'rating 4'],
        'rate5' => ['5', 'rating 5'],
        'keepRated1' => ['Shift+1', 'rating 1 and keep'],
        'keepRated2' => ['Shift+2', 'rating 2 and keep'],
        'keepRated3' => ['Shift+3', 'rating 3 and keep'],
        'keepRated4' => ['Shift+4', 'rating 4 and keep'],
        'keepRated5' => ['Shift+5', 'rating 5 and keep'],
        'uses' => ['q', 'uses'],
        'collect' => ['g', 'collect into the chosen set, or take out'],
        'takeBack' => ['Backspace', 'undo'],
        'again' => ['Shift+Backspace', 'redo'],
        'next' => ['ArrowRight', 'next frame'],
        'before' => ['ArrowLeft', 'frame before'],
        'nextMoment' => ['ArrowDown', 'next moment; on the wall a row'],
        'momentBefore' => ['ArrowUp', 'moment before; on the wall a row'],
        'highlight' => ['x', 'highlight this frame, or no longer'],
        'highlightMoment' => ['Shift+x', 'highlight the whole moment'],
        'close' => ['Space', 'true pixels, while it is held'],
        'pin' => ['p', 'pin the spot under the pointer; again to remove the pin'],
        'bare' => ['h', 'hide all but the picture'],
        'facts' => ['i', 'show or hide how it was taken'],
        'play' => ['l', 'play the moment through'],
        'finished' => ['z', 'as shot, or with looks'],
        'wall' => ['w', 'the wall of frames'],
        'one' => ['Enter', 'one frame'],
        'rivals' => ['r', 'rivals side by side'],
        'people' => ['v', 'people against frames'],
        'decide' => ['n', 'next to decide'],
        'takeMoment' => ['Shift+a', 'keep what is proposed of the moment, drop the rest'],
        'proposals' => ['o', 'proposals: how many, and what counts'],
        'away' => ['e', 'take this rival away'],
        'rivalLeft' => ['Shift+ArrowLeft', 'move this rival to the left'],
        'rivalRight' => ['Shift+ArrowRight', 'move this rival to the right'],
        'split' => ['j', 'begin a moment here, or join it with the one before'],
        'filter' => ['/', 'filter'],
        'help' => ['?', 'these keys'],
    ];

    /** @param  array<string, string>  $keys  action => key */
    private function __construct(private array $keys)
    {
    }

    public static function usual(): self
    {
        return new self(array_map(fn (array $action): string => $action[0], self::ACTIONS));
    }

    /**
     * @param  array<string, string>  $changed  action => key, of those that differ from the usual ones
     *
     * @throws KeyClash when two actions would have one key
     */
    public function with(array $changed): self
    {
        $keys = $this->keys;
        foreach ($changed as $action => $key) {
            if (! isset(self::ACTIONS[$action])) {
                throw KeyClash::action($action);
            }
            if (preg_match(self::PATTERN, $key) !== 1) {
                throw KeyClash::key($key);
            }
            $keys[$action] = mb_strlen($key) === 1 ? mb_strtolower($key) : $key;
        }
        $taken = [];
        foreach ($keys as $action => $key) {
            if (isset($taken[$key])) {
                $isNew = isset($changed[$action]);
                throw KeyClash::between(
                    $key,
                    self::ACTIONS[$isNew ? $taken[$key] : $action][1],
                    self::ACTIONS[$isNew ? $action : $taken[$key]][1],
                );
            }
            $taken[$key] = $action;
        }

        return new self($keys);
    }

    /** @return array<string, string> action => key */
    public function all(): array
    {
        return $this->keys;
    }

    /** @return array<string, string> action => key, of those that differ from the usual ones */
    public function changed(): array
    {
        return array_diff_assoc($this->keys, self::usual()->keys);
    }

    public static function inWords(string $key): string
    {
        return str_replace(
            ['ArrowRight', 'ArrowLeft', 'ArrowDown', 'ArrowUp', 'Backspace', 'Enter', 'Shift+'],
            ['→', '←', '↓', '↑', '⌫', '↵', '⇧ '],
            $key === 'Space'
                ? 'space'
                : (mb_strlen($key) === 1
                    ? mb_strtoupper($key)
                    : (preg_match('/^Shift\+.$/u', $key) === 1
                        ? 'Shift+'.mb_strtoupper(mb_substr($key, 6))
                        : $key)),
        );
    }
}

<?php

declare(strict_types=1);

namespace Tests\Browser\Guards;

/**
 * What scripts send to routes that no form of a page names: a good body for each, and everything that may be wrong with
 * it.
 */
final class HostileBodies
{
    /**
     * @param  array<string, string>  $own  parameter => one of the demo's
     * @return array<string, array{string, array<string, mixed>}> name of the route => its path and a good body
     */
    public static function all(array $own): array
    {
        $shoot = "/shoots/{$own['shoot']}";
        $frame = (int) $own['frame'];
        $uuid = '11111111-2222-4333-8444-555555555555';
        $clock = [
            'direction' => 'later',
            'days' => 0,
            'hours' => 1,
            'minutes' => 2,
            'seconds' => 3,
            'drift' => 0,
            'right_at' => '',
            'card' => '',
            'from' => '',
            'to' => '',
            'zone' => '',
        ];

        return [
            'archive.take-in' => ['/archive', ['bag' => 'x']],
            'archive.check' => ["/bags/{$own['bag']}/check", []],
            'captions.apply' => ["{$shoot}/captions/steps/{$own['batch']}", []],
            'captions.preview' => ["{$shoot}/captions/preview", ['headline' => 'x', 'mode' => ['headline' => 'set']]],
            'captions.settle' => ["{$shoot}/captions/sidecars/settle", ['take' => 'ours', 'sidecar' => 1]],
            'captions.write' => ["{$shoot}/captions/sidecars", []],
            'clocks.suggest' => ["{$shoot}/clocks/{$own['body']}/suggestion", ['with' => (int) $own['body']]],
            'clocks.tie' => [
                "{$shoot}/clocks/ties",
                ['frame' => $frame, 'other' => $frame, 'time' => '2026-09-05 10:00:00', 'note' => 'x'],
            ],
            'clocks.untie' => ['/clocks/ties/999999999', ['_method' => 'DELETE']],
            'clocks.ties' => ["{$shoot}/clocks/{$own['body']}/ties", $clock],
            'clocks.try' => ["{$shoot}/clocks/{$own['body']}/try", $clock],
            'cull.back' => ["{$shoot}/cull/dropped/back", []],
            'cull.border' => ["{$shoot}/cull/border", ['frame' => $frame, 'kind' => 'split']],
            'cull.collect' => ["{$shoot}/cull/collect", ['set' => (int) $own['set']]],
            'cull.measure' => ["{$shoot}/cull/measure", []],
            'cull.proposals.update' => [
                "{$shoot}/cull/proposals",
                ['isOn' => true, 'work' => 'sport', 'share' => 20, 'weights' => ['sharp' => 50]],
            ],
            'cull.taste.forget' => ["{$shoot}/cull/taste", ['_method' => 'DELETE']],
            'cull.taste' => ["{$shoot}/cull/taste", []],
            'cull.fineness' => ["{$shoot}/cull/fineness", ['fineness' => 50]],
            'cull.mark' => [
                "{$shoot}/cull/marks",
                [
                    'steps' => [
                        [
                            'id' => $uuid,
                            'title' => 'x',
                            'round' => (int) $own['round'],
                            'set' => (int) $own['set'],
                            'takeBack' => false,
                            'again' => false,
                            'marks' => [
                                [
                                    'frame' => $frame,
                                    'verdict' => 'keep',
                                    'rating' => 3,
                                    'given' => 1,
                                    'taken' => 2,
                                    'collect' => true,
                                    'saw' => ['open', 0, 0],
                                ],
                            ],
                        ],
                    ],
                ],
            ],
            'cull.rounds.resume' => ["{$shoot}/cull/rounds/{$own['round']}/resume", []],
            'cull.sets.remove' => ["{$shoot}/cull/sets/999999999", ['_method' => 'DELETE']],
            'cull.sets.store' => [
                "{$shoot}/cull/sets?verdict=keep",
                ['name' => 'Guard', 'live' => true, 'everywhere' => true, 'frames' => [$frame]],
            ],
            'cull.uses.store' => ["{$shoot}/cull/uses", ['name' => 'guard use']],
            'looks.habit.forget' => ["{$shoot}/looks/habit", ['_method' => 'DELETE']],
            'looks.habit.learn' => ["{$shoot}/looks/habit", []],
            'looks.steps' => [
                "{$shoot}/looks/steps",
                [
                    'steps' => [
                        [
                            'id' => $uuid,
                            'title' => 'x',
                            'takeBack' => false,
                            'again' => false,
                            'changes' => [
                                [
                                    'frame' => $frame,
                                    'number' => 1,
                                    'was' => ['stops' => 0.5],
                                    'now' => ['stops' => 0.3, 'zones' => ['dark' => 0.2], 'greys' => ['blue' => 0.1]],
                                ],
                            ],
                        ],
                    ],
                ],
            ],
            'looks.lights' => ["{$shoot}/looks/lights", ['fineness' => 50, 'frame' => $frame, 'kind' => 'split']],
            'looks.line' => ["{$shoot}/looks/line", ['id' => $uuid, 'frame' => $frame, 'frames' => [$frame], 'parts' => ['stops']]],
            'looks.cubes' => ["{$shoot}/looks/cubes", ['table' => 'x']],
            'looks.pairs' => ["{$shoot}/looks/pairs", ['first' => 'jpeg']],
            'looks.saved' => ["{$shoot}/looks/saved", ['name' => 'Guard', 'frame' => $frame]],
            'looks.saved.remove' => ["{$shoot}/looks/saved/999999999", ['_method' => 'DELETE']],
            // Whether their forms are on a page depends on what was done to the demo before.
            'delivery.again' => ["/deliveries/{$own['delivery']}/again", []],
            'proof.again' => ["/galleries/{$own['gallery']}/again", []],
            'deliver.run.remove' => ['/output-runs/999999999', ['_method' => 'DELETE']],
            'handoffs.version' => ["{$shoot}/versions", ['version' => 1]],
            'delivery.go-on' => ["/deliveries/{$own['delivery']}/go-on", []],
            'gallery.send' => ['/g/{g}/send', ['name' => 'Guard', 'email' => 'guard@test.example', 'message' => 'x']],
            'gallery.steps' => [
                '/g/{g}/steps',
                [
                    'steps' => [
                        [
                            'id' => $uuid,
                            'kind' => 'comment',
                            'number' => 1,
                            'list' => 'Album',
                            'on' => true,
                            'rating' => 3,
                            'text' => 'x',
                            'drawing' => [
                                ['kind' => 'circle', 'x' => 1, 'y' => 2, 'rx' => 3, 'ry' => 4],
                                ['kind' => 'line', 'points' => [[1, 2], [3, 4]]],
                                ['kind' => 'word', 'x' => 1, 'y' => 2, 'text' => 'x'],
                            ],
                        ],
                    ],
                ],
            ],
            'habits.keys' => ['/habits/keys', ['keys' => ['keep' => 'k']]],
            'habits.moves-on' => ['/habits/moves-on', ['movesOn' => true, 'ratingMovesOn' => false]],
            'ingest.copies' => ["{$shoot}/ingest/copies", ['copies_required' => 2]],
            'ingest.copy' => ["/cards/{$own['card']}/copy", ['shooter' => 'Guard']],
            'ingest.pattern' => [
                "{$shoot}/ingest/pattern",
                ['folder' => '{{year}}', 'file' => '{{original}}', 'name' => 'Guard'],
            ],
            'ingest.rename' => ["{$shoot}/ingest/rename", ['folder' => '{{year}}', 'file' => '{{original}}']],
            'ingest.pattern.remove' => ["{$shoot}/ingest/patterns/999999", ['_method' => 'DELETE']],
            'ingest.place.add' => ["{$shoot}/ingest/places", ['place_path' => '0/x', 'place_name' => 'x']],
            'ingest.place.check' => ["{$shoot}/ingest/places/{$own['place']}/check", []],
            'ingest.place.leave-out' => ["{$shoot}/ingest/places/999999", []],
            'ingest.read' => ["{$shoot}/cards", ['slot' => '0/nothing']],
            'ingest.read-all' => ["{$shoot}/cards/all", ['shooter' => 'Guard']],
            'ingest.remove' => ["/cards/{$own['card']}", ['_method' => 'DELETE']],
            'first-start' => [
                '/first-start',
                [
                    'studio' => 'Guard',
                    'name' => 'Guard',
                    'email' => 'guard@test.example',
                    'password' => 'a good password',
                    'password_confirmation' => 'a good password',
                ],
            ],
            'ingest.tick' => ["/cards/{$own['card']}/ticks", ['frames' => [$frame], 'files' => [1], 'ticked' => true]],
            'ingest.wanted' => ["{$shoot}/wanted", ['frames' => [$frame]]],
            'return.announce' => ['/d/{d}/returns', ['name' => 'x', 'files' => [['a.jpg', 3, 1]]]],
            'sent-out.go-on' => ["/shipments/{$own['shipment']}/go-on", []],
            'sent-out.replace' => ["/shipments/{$own['shipment']}/replace", []],
            'shoots.reopen' => ["{$shoot}/reopen", []],
            'tasks.stop' => ["/tasks/{$own['task']}/stop", []],
            'upload.announce' => ["{$shoot}/arrivals", ['name' => 'guard', 'files' => [['DCIM/A.JPG', 3, 1]]]],
            'upload.announce-by-link' => ['/u/{u}/arrivals', ['name' => 'guard', 'files' => [['DCIM/B.JPG', 3, 1]]]],
        ];
    }

    /**
     * A body with one field after the other replaced, left out, or of another kind.
     *
     * @param  array<array-key, mixed>  $body
     * @param  callable(int): list<mixed>  $values
     * @return list<mixed>
     */
    public static function mutated(array $body, callable $values): array
    {
        $mutated = [[], 'no JSON {', '"text"', 'null', '[[[[1]]]]'];
        $i = 0;
        foreach ($body as $name => $own) {
            $mutated[] = array_diff_key($body, [$name => 1]);
            foreach ($values($i++) as $value) {
                $mutated[] = [$name => $value] + $body;
            }
            foreach (is_array($own) ? self::mutated($own, $values) : [] as $inner) {
                $mutated[] = [$name => $inner] + $body;
            }
        }

        return $mutated;
    }
}

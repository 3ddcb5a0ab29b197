<?php

declare(strict_types=1);

/*
 * Runs the benchmarks: ours and the reference in turn, three times, the best of each.
 * One line each: name  ours  reference  ratio  goal.
 */

use Illuminate\Contracts\Console\Kernel;
use Illuminate\Support\Facades\Artisan;
use Kanpai\Bench\Benchmark;
use Kanpai\Bench\Clocks;
use Kanpai\Bench\Cull;
use Kanpai\Bench\Faces;
use Kanpai\Bench\Filters;
use Kanpai\Bench\Gallery;
use Kanpai\Bench\Ingest;
use Kanpai\Bench\Looks;
use Kanpai\Bench\LooksPage;
use Kanpai\Bench\Moments;
use Kanpai\Bench\Outputs;
use Kanpai\Bench\Page;
use Kanpai\Bench\Pages;
use Kanpai\Bench\Previews;
use Kanpai\Bench\Propose;
use Kanpai\Bench\Scan;
use Kanpai\Bench\Sidecars;
use Kanpai\Bench\Workers;
use Kanpai\Bench\Zip;

$root = dirname(__DIR__);
require $root.'/vendor/autoload.php';
putenv('DB_DATABASE=kanpai_bench');
$_ENV['DB_DATABASE'] = $_SERVER['DB_DATABASE'] = 'kanpai_bench';
$app = require $root.'/bootstrap/app.php';
$app->make(Kernel::class)->bootstrap();
Artisan::call('migrate:fresh', ['--force' => true]);
ini_set('memory_limit', '2G');

/** @var list<Benchmark> $all */
$all = [
    new Ingest(),
    new Scan(),
    new Page('first', 1.0),
    new Page('all', 3.0),
    new Previews(),
    new Workers(),
    new Clocks('tell', 3.0),
    new Clocks('set', 1.0),
    new Sidecars(),
    new Moments(),
    new Filters(),
    new Cull('wall', 1.0),
    new Cull('key', 16.0),
    new Cull('key95', 24.0),
    new Cull('measuring', 33.0),
    new Cull('held', 1.0),
    new Cull('empty', 100.0),
    new Cull('memory', 200.0),
    new Cull('wall', 1.2, 20_000),
    new Cull('key95', 24.0, 20_000),
    new Gallery('pages', 150.0),
    new Gallery('first', 1.0),
    new Outputs(),
    new Zip(),
    new Looks('table', 1.0),
    new Looks('colours', 2.2),
    new Looks('local', 4.5),
    new Looks('raw', 1.5),
    new LooksPage('line', 10.0),
    new LooksPage('screen', 1.0),
    new LooksPage('slider', 150.0),
    new Faces(),
    new Propose(),
    new Pages(6_000),
    new Pages(20_000),
    new Pages('lists'),
];
$wanted = $argv[1] ?? null;
$known = array_map(fn (Benchmark $benchmark): string => $benchmark->name(), $all);
// A name, or the first word of several.
$isWanted = fn (string $name): bool => $wanted === null || $name === $wanted || str_starts_with($name, $wanted.'-');
if (array_filter($known, $isWanted) === []) {
    fwrite(STDERR, "There is no benchmark “{$wanted}”. There are: ".implode(', ', $known).".\n");
    exit(2);
}
printf("%-12s %14s %14s %8s %8s\n", 'name', 'ours', 'reference', 'ratio', 'goal');
foreach ($all as $benchmark) {
    // Some are measured with what others prepare.
    $needs = [
        'previews' => ['scan'],
        'page-first' => ['scan'],
        'page-all' => ['scan'],
        'workers' => ['scan', 'previews'],
    ];
    if (! $isWanted($benchmark->name()) && ! in_array($benchmark->name(), $needs[$wanted] ?? [], true)) {
        continue;
    }
    $benchmark->prepare($root.'/storage/bench');
    if (! $isWanted($benchmark->name())) {
        continue;
    }
    $ours = $reference = INF;
    for ($i = 0; $i < 3; $i++) {
        $ours = min($ours, $benchmark->ours());
        $reference = min($reference, $benchmark->reference());
    }
    printf(
        "%-12s %14.2f %14.2f %8.3f %8.2f   %s\n",
        $benchmark->name(),
        $ours,
        $reference,
        $ours / $reference,
        $benchmark->goal(),
        $benchmark->unit(),
    );
}

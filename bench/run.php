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
use Kanpai\Bench\Ingest;
use Kanpai\Bench\Page;
use Kanpai\Bench\Previews;
use Kanpai\Bench\Scan;
use Kanpai\Bench\Sidecars;
use Kanpai\Bench\Workers;

$root = dirname(__DIR__);
require $root.'/vendor/autoload.php';
putenv('DB_DATABASE=kanpai_bench');
$_ENV['DB_DATABASE'] = $_SERVER['DB_DATABASE'] = 'kanpai_bench';
$app = require $root.'/bootstrap/app.php';
$app->make(Kernel::class)->bootstrap();
Artisan::call('migrate:fresh', ['--force' => true]);
ini_set('memory_limit', '2G');

/** @var list<Benchmark> $all */
$all = [new Ingest, new Scan, new Page('first', 1.0), new Page('all', 3.0), new Previews, new Workers, new Clocks('tell', 3.0), new Clocks('set', 1.0), new Sidecars];
$wanted = $argv[1] ?? null;
$known = array_map(fn (Benchmark $benchmark): string => $benchmark->name(), $all);
if ($wanted !== null && ! in_array($wanted, $known, true)) {
    fwrite(STDERR, "There is no benchmark “{$wanted}”. There are: ".implode(', ', $known).".\n");
    exit(2);
}
printf("%-12s %14s %14s %8s %8s\n", 'name', 'ours', 'reference', 'ratio', 'goal');
foreach ($all as $benchmark) {
    // Some are measured with what others prepare.
    $needs = ['previews' => ['scan'], 'page-first' => ['scan'], 'page-all' => ['scan'], 'workers' => ['scan', 'previews']];
    if ($wanted !== null && $benchmark->name() !== $wanted && ! in_array($benchmark->name(), $needs[$wanted] ?? [], true)) {
        continue;
    }
    $benchmark->prepare($root.'/storage/bench');
    if ($wanted !== null && $benchmark->name() !== $wanted) {
        continue;
    }
    $ours = $reference = INF;
    for ($i = 0; $i < 3; $i++) {
        $ours = min($ours, $benchmark->ours());
        $reference = min($reference, $benchmark->reference());
    }
    printf("%-12s %14.2f %14.2f %8.3f %8.2f   %s\n", $benchmark->name(), $ours, $reference, $ours / $reference, $benchmark->goal(), $benchmark->unit());
}

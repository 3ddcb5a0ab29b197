<?php

declare(strict_types=1);

namespace App\Deliver;

use App\Deliver\Handoff\Handoff;
use App\Deliver\Handoff\Handoffs;
use App\Deliver\Handoff\LookIntoFolders;
use App\Ingest\Upload\FileArrived;
use App\Studio\FormOfMany;
use Illuminate\Console\Scheduling\Schedule;
use Illuminate\Database\Eloquent\Relations\Relation;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\Facades\View;
use Illuminate\Support\ServiceProvider;

final class DeliverServiceProvider extends ServiceProvider
{
    public function boot(): void
    {
        Relation::morphMap([
            'output_run' => OutputRun::class,
            'delivery_part' => DeliveryPart::class,
            'shipment' => Out\Shipment::class,
            'contact_sheet' => ContactSheet\ContactSheet::class,
        ]);
        $this->composeViews();
        Event::listen(self::collect(...));
        $this->commands([LookIntoFolders::class]);
        $this->callAfterResolving(Schedule::class, function (Schedule $schedule): void {
            $schedule->command('kanpai:look')->everyMinute();
            $schedule->call(fn () => app(Receipts::class)->rotate())->daily();
        });
    }

    /** Forms that a page has several of, one for each output or destination. */
    private function composeViews(): void
    {
        View::composer('deliver.output-fields', fn (\Illuminate\View\View $view) => $view->with([
            'form' => FormOfMany::of($view->getData()['output']?->id),
            'plan' => $view->getData()['output']?->plan(),
        ]));
        View::composer('deliver.destination-fields', fn (\Illuminate\View\View $view) => $view->with(
            'form',
            FormOfMany::of($view->getData()['one']?->id),
        ));
    }

    /** What a retoucher uploads belongs to a handoff and to no card. */
    public static function collect(FileArrived $arrived): void
    {
        $handoffs = Handoff::query()->where('uuid', $arrived->arrival->owner)->with('shoot');
        $handoff = $arrived->arrival->card_id === null ? $handoffs->first() : null;
        if ($handoff !== null) {
            app(Handoffs::class)->collect($handoff);
        }
    }
}

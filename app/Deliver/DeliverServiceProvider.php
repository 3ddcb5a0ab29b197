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
        View::composer('deliver.output-fields', fn (\Illuminate\View\View $view) => $view->with([
            'form' => FormOfMany::of($view->getData()['output']?->id),
            'plan' => $view->getData()['output']?->plan(),
        ]));
        View::composer('deliver.destination-fields', fn (\Illuminate\View\View $view) => $view->with(
            'form',
            FormOfMany::of($view->getData()['one']?->id),
        ));
        Event::listen(function (FileArrived $arrived): void {
            $handoff =
                $arrived->arrival->card_id !== null
                    ? null
                    : Handoff::query()->where('uuid', $arrived->arrival->owner)->with('shoot')->first();
            if ($handoff !== null) {
                app(Handoffs::class)->collect($handoff);
            }
        });
        $this->commands([LookIntoFolders::class]);
        $this->callAfterResolving(
            Schedule::class,
            fn (Schedule $schedule) => $schedule->command('kanpai:look')->everyMinute(),
        );
        $this->callAfterResolving(
            Schedule::class,
            fn (Schedule $schedule) => $schedule->call(fn () => app(Receipts::class)->rotate())->daily(),
        );
    }
}

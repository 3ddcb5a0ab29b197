@extends('layouts.shoot')
@section('page')
    <x-deliver.tabs :shoot="$shoot" here="deliver.show" />
    <form method="post" action="{{ route('delivery.store', [$shoot, ...$query]) }}"
        class="columns-right" data-new-delivery>
        @csrf
        <section class="panel stack">
            <h2>Open a delivery</h2>
            @include('deliver.frames', [
                'goes' => fn(array $query): string => route('delivery.new', [$shoot, ...$query]),
            ])
            @include('deliver.ways', ['usual' => ['jpegs']])
            <button class="btn btn-next" @disabled($meant === 0)>Write and pack {{ number_format($meant) }}
                {{ Str::plural('frame', $meant) }}</button>
            <p class="small quiet">The links work once all of it is packed. Originals are not touched. More can come
                into the
                same place later.</p>
        </section>
        <div>
            <section class="panel stack">
                <div><label class="form-label" for="name">Title</label><input class="form-control" id="name"
                        name="name" value="{{ old('name', $shoot->name) }}" maxlength="120"><x-problem of="name" />
                </div>
                <div><label class="form-label" for="part">What comes first is called</label><input class="form-control"
                        id="part" name="part" value="{{ old('part') }}" maxlength="120" placeholder="Sneak peek">
                </div>
                @include('deliver.delivery-fields', ['delivery' => null])
            </section>
        </div>
    </form>
@endsection

@extends('layouts.paper')
@section('title', 'Archive and disks')
@section('page')
    <h1>
        Archive and disks</h1>
    <section class="mt-4">
        <h2 class="mb-2">What shoots take of the disks</h2>
        <table class="table disks">
            <thead>
                <tr>
                    <th scope="col">Shoot</th>
                    <th scope="col">Originals</th>
                    <th scope="col">Previews and proofs</th>
                    <th scope="col">Outputs</th>
                    <th scope="col">Deliveries</th>
                    <th scope="col">Archive</th>
                    <th scope="col">In all</th>
                    <th scope="col">Could be freed</th>
                </tr>
            </thead>
            <tbody>
                @foreach ($shoots as $shoot)
                    @php($one = $used[$shoot->id])
                    <tr>
                        <th scope="row"><a href="{{ route('archive.show', $shoot) }}">{{ $shoot->name }}</a> <span
                                class="quiet fw-normal">{{ $shoot->held_on->format('j M Y') }}</span></th>
                        <td>{{ $one['places'] === [] ? '–' : Number::fileSize(array_sum($one['places']), 1) }}@foreach ($one['places'] as $place => $bytes)
                                <br><span class="small quiet">{{ $place }} {{ Number::fileSize($bytes, 1) }}</span>
                            @endforeach
                        </td>
                        @foreach (['pictures', 'outputs', 'deliveries', 'bags', 'total'] as $kind)
                            <td @class(['strong' => $kind === 'total'])>{{ $one[$kind] > 0 ? Number::fileSize($one[$kind], 1) : '–' }}
                            </td>
                        @endforeach
                        <td>{{ $one['free'] > 0 ? Number::fileSize($one['free'], 1) : '–' }}</td>
                    </tr>
                @endforeach
            </tbody>
        </table>
        <p class="small quiet">Could be freed: outputs, which are written again when they are wanted; deliveries that have
            ended; copies of dropped frames. Copies of archived shoots are freed on the page of the shoot.</p>
    </section>
    <section class="mt-4">
        <h2 class="mb-2">Archived shoots</h2>
        <x-problem of="bag" />
        @include('archive.bags')
    </section>
@endsection

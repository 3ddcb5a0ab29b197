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
            @include('archive.disk-lines')
        </table>
        <x-pages :of="$page" />
        <p class="small quiet">Could be freed: outputs, which are written again when they are wanted; deliveries that
            have
            ended; copies of dropped frames. Copies of archived shoots are freed on the page of the shoot.</p>
    </section>
    <section class="mt-4">
        <h2 class="mb-2">Archived shoots</h2>
        <x-problem of="bag" />
        @include('archive.bags')
    </section>
@endsection

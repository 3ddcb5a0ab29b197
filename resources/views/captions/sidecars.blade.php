@extends('layouts.shoot')
@section('page')
    <div class="panel stack mb-3">
        <div class="spread">
            <h2>Sidecars that other software has changed</h2><a href="{{ route('captions.show', $shoot) }}">Back to the
                sheets</a>
        </div>
        @foreach ($tasks as $task)
            <x-task :task="$task" />
        @endforeach
        @if ($count === 0)
            <p>None differ. <span class="quiet">They are looked at whenever they are written, and when you
                ask.</span></p>
            <form method="post" action="{{ route('captions.look', $shoot) }}">@csrf<button class="btn btn-line">Look
                    again</button></form>
        @else
            <p>{{ number_format($count) }} {{ Str::plural('sidecar', $count) }} say something else than we do. Nothing
                is
                written over them before you choose.</p>
            <div class="row-line">
                <form method="post" action="{{ route('captions.settle', $shoot) }}">@csrf<input type="hidden"
                    name="take"
                        value="theirs"><button class="btn btn-ink">Take over all of theirs</button></form>
                <form method="post" action="{{ route('captions.settle', $shoot) }}">@csrf<input type="hidden"
                        name="take" value="ours"><button class="btn btn-line">Keep all of ours</button></form>
            </div>
        @endif
    </div>
    @if ($count > 0)
        <div class="panel look-over">
            @foreach ($files as $file)
                <div class="look-line">
                    <x-picture :path="$file->frame->small_path" />
                    <div><span class="strong clip d-block">{{ $file->frame->name }}</span><span class="small quiet">in
                            {{ $file->place }}</span></div>
                    <div>
                        <table>
                            <thead>
                                <tr>
                                    <th>Field</th>
                                    <th>Ours</th>
                                    <th>Theirs</th>
                                </tr>
                            </thead>
                            @foreach ($file->difference() as $difference)
                                <tr>
                                    <th scope="row">{{ $difference['label'] }}</th>
                                    <td>{{ $difference['ours'] === '' ? '–' : $difference['ours'] }}</td>
                                    <td>{{ $difference['theirs'] === '' ? '–' : $difference['theirs'] }}</td>
                                </tr>
                            @endforeach
                        </table>
                        <div class="row-line mt-2">
                            @foreach (['theirs' => 'Take over theirs', 'ours' => 'Keep ours'] as $take => $label)
                                <form method="post" action="{{ route('captions.settle', $shoot) }}">@csrf<input
                                        type="hidden" name="sidecar" value="{{ $file->id }}"><input type="hidden"
                                        name="take" value="{{ $take }}"><button
                                        class="btn-word">{{ $label }}</button></form>
                            @endforeach
                        </div>
                    </div>
                </div>
            @endforeach
            @if ($count > $files->count())
                <p class="small quiet">The first {{ $files->count() }} of {{ number_format($count) }} are shown.</p>
            @endif
        </div>
    @endif
@endsection

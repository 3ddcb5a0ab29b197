@extends('layouts.paper')
@section('title', 'Delete a shoot')
@section('page')
    <form method="post" action="{{ route('archive.leave', $shoot) }}" class="narrow stack-wide">
        @csrf
        <div>
            <h1>Delete “{{ $shoot->name }}”</h1>
            <p>A shoot that is only done with is better finished: it leaves the list and keeps everything.</p>
        </div>
        <x-problems-on-top />
        <div class="stack">
            <h2>What stays</h2>
            @forelse($copies as $one)
                <p><span class="strong">{{ number_format($one['files']) }} {{ Str::plural('file', $one['files']) }},
                        {{ Number::fileSize($one['bytes'], 1) }}</span> in “{{ $one['place'] }}”, in the folder
                    <span class="breaks">{{ $one['folder'] }}</span></p>
            @empty
                <x-nothing>No copy of an original was made.</x-nothing>
            @endforelse
            @foreach ($counts['bags'] as $bag)
                <p><span class="strong">The bag <span class="breaks">{{ $bag->name }}</span></span> in the archive,
                    {{ $bag->checkedInWords($shoot->zone) }}.
                    The shoot can be taken in from it again.</p>
            @endforeach
            <p>Files that outputs wrote, and what was sent out.</p>
            @if ($counts['bags'] === [])
                <p class="danger">There is no bag of it in the archive. What was decided, said and captioned is gone for
                    good, but for what stands in sidecars.
                    <a href="{{ route('archive.show', $shoot) }}">Archive it first</a>
                </p>
            @endif
            <h2>What goes</h2>
            <p>{{ number_format($counts['cards']) }} {{ Str::plural('card', $counts['cards']) }},
                {{ number_format($counts['galleries']) }} {{ Str::plural('gallery', $counts['galleries']) }},
                {{ number_format($counts['deliveries']) }} {{ Str::plural('delivery', $counts['deliveries']) }}:
                frames with their verdicts, captions and previews, what guests chose and said, receipts, links and
                sheets.
            </p>
            @if ($uncopied > 0)
                <p class="danger strong">{{ number_format($uncopied) }}
                    {{ $uncopied === 1 ? 'file has' : 'files have' }} no verified copy anywhere. Once the shoot is
                        deleted, nothing here remembers
                    {{ $uncopied === 1 ? 'it' : 'them' }}.</p>
            @endif
        </div>
        @if ($problem !== '')
            <p class="danger">{{ $problem }}</p>
        @elseif(auth()->user()->cannot('delete', $shoot))
            <p>Only the owner of the studio can delete a shoot.</p>
        @else
            <div><label class="form-label" for="name">Type the name of the shoot to delete it</label><input
                    class="form-control @error('name') is-invalid @enderror" id="name" name="name" value=""
                    maxlength="120" autocomplete="off"><x-problem of="name" /></div>
            <p class="row-line"><button class="btn btn-line">Delete the shoot</button>
                <a href="{{ route('shoots') }}">Leave it</a></p>
        @endif
    </form>
@endsection

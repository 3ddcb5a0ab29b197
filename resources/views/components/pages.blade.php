@props(['of'])
{{-- Links to the pages before and after: $of, a paginator --}}
@if ($of->hasPages())
    <nav class="row-line mt-3" aria-label="Pages">
        @if (!$of->onFirstPage())
            <a class="btn-word" rel="prev" href="{{ $of->previousPageUrl() }}">Page before</a>
        @endif
        <span class="quiet">page {{ $of->currentPage() }} of {{ $of->lastPage() }}</span>
        @if ($of->hasMorePages())
            <a class="btn-word" rel="next" href="{{ $of->nextPageUrl() }}">Next page</a>
        @endif
    </nav>
@endif

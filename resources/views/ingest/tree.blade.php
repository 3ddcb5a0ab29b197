@unless ($tree['isExample'] && $tree['copied'] > 0)
    <h3>
        What will come out</h3>
@endunless
@if ($tree['isExample'] && $tree['copied'] > 0)
@elseif($tree['isExample'])
<p class="quiet">No file waits to be copied; this is how two invented frames would be named.</p>@else<p><span
            class="strong">{{ number_format($tree['files']) }} files</span> wait to be copied, into
        {{ count($tree['folders']) }} {{ Str::plural('folder', count($tree['folders'])) }} of each place.</p>
@endif
@if ($tree['clashes'] > 0)
    <div class="stack" role="status">
        <p class="danger strong">{{ number_format($tree['clashes']) }}
            {{ $tree['clashes'] === 1 ? 'name is' : 'names are' }} taken.
            {{ $tree['clashes'] === 1 ? 'It gets' : 'They get' }} a number at the end, so that nothing is overwritten:
        </p>
        <ul class="plain-list small">
            @foreach ($tree['named'] as $clash)
                <li>{{ $clash['was'] }} › <b>{{ $clash['becomes'] }}</b></li>
            @endforeach
        </ul>
        @if ($tree['clashes'] > count($tree['named']))
            <p class="small quiet">and {{ number_format($tree['clashes'] - count($tree['named'])) }} more.
                <code>@{{ number }}</code> or <code>@{{ original }}</code> in the name makes each its
                own.</p>
        @endif
    </div>
@endif
@unless ($tree['isExample'] && $tree['copied'] > 0)
    <ul class="name-tree">
        @foreach (array_slice($tree['folders'], 0, 60) as $folder)
            <li><span
                    class="strong">{{ $folder['folder'] === '' ? 'the place itself' : str_replace('/', ' / ', $folder['folder']) }}</span><br>{{ $folder['first'] }}
                @if ($folder['files'] > 1)
                    … {{ $folder['last'] }}
                @endif <span class="quiet">· {{ number_format($folder['files']) }}
                    {{ $folder['files'] === 1 ? 'file' : 'files' }}</span></li>
        @endforeach
    </ul>
    @if (count($tree['folders']) > 60)
        <p class="small quiet">and {{ count($tree['folders']) - 60 }} more folders</p>
    @endif
@endunless
@if ($tree['copied'] > 0)
    <h3>Files that are copied</h3>
    @if ($tree['renamed'] === 0)
        <p class="quiet">All {{ number_format($tree['copied']) }} are called by this pattern.</p>
    @else
        <p>{{ number_format($tree['renamed']) }} of {{ number_format($tree['copied']) }} copied files are called
            otherwise. Renaming gives them, their sidecars and their versions the new name in every place; numbers
            follow the corrected times over all cards. Contents are not touched.</p>
        <button class="btn btn-line" form="pattern" formaction="{{ route('ingest.rename', $shoot) }}">Rename
            {{ number_format($tree['renamed']) }} {{ Str::plural('file', $tree['renamed']) }}</button>
    @endif
@endif
@unless ($tree['isExample'] && $tree['copied'] === 0)
    <details>
        <summary>File for file</summary>
        <table class="plain-table small">
            <thead>
                <tr>
                    <th>Time</th>
                    <th>Camera’s name</th>
                    <th>Now</th>
                    <th>Then</th>
                </tr>
            </thead>
            <tbody hx-get="{{ route('ingest.names', [$shoot, 'folder' => $pattern->folder, 'file' => $pattern->file]) }}"
                hx-trigger="toggle from:closest details once"></tbody>
        </table>
    </details>
@endunless

{{-- What is wrong in a form, said where the page begins; the fields say it once more. --}}
@if ($errors->any())
    <div class="problems" role="alert" tabindex="-1" data-problems>
        <p class="strong">
            {{ $errors->count() === 1 ? 'One thing has to be changed first; nothing was saved.' : $errors->count() . ' things have to be changed first; nothing was saved.' }}
        </p>
        <ul>
            @foreach (array_unique($errors->all()) as $problem)
                <li>{{ $problem }}</li>
            @endforeach
        </ul>
    </div>
@endif

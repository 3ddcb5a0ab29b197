<header class="rail">
    <a class="wordmark" href="/">Kanpai</a>
    <span class="name"><span class="clip" title="{{ $shoot->name }}">{{ $shoot->name }}</span></span>
    <span class="day">{{ $shoot->held_on->format('D j M Y') }}</span>
    <nav aria-label="Stages of the shoot" class="stages">
        @foreach ($stages as $stage)
            <a href="{{ route($stage->route(), $shoot) }}"
                @if (request()->routeIs(...$stage->routes())) aria-current="page" @endif>{{ $stage->label() }}
                <small>{{ $stage->left }}</small></a>
        @endforeach
    </nav>
</header>

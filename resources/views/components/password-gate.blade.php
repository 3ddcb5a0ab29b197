@props(['heading', 'studio', 'action', 'button'])
{{-- Asks a guest for the password of what lies behind a link. --}}
<main class="shut stack-wide">
    <div>
        <h1>{{ $heading }}</h1>
        <p class="quiet">{{ $studio->name }}</p>
    </div>
    <form method="post" action="{{ $action }}" class="stack">
        @csrf
        <label class="form-label" for="password">The password you were given</label>
        <input class="form-control @error('password') is-invalid @enderror" id="password" name="password"
            type="password"
            autocomplete="off" required autofocus>
        <x-problem of="password" />
        <button class="btn btn-next">{{ $button }}</button>
    </form>
</main>

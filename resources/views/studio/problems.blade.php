<div class="panel stack" role="alert">
    @foreach ($problems as $problem)
        <p class="danger strong">{{ $problem }}</p>
    @endforeach
</div>

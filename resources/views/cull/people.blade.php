{{-- People against frames: a row for each person, a column for each frame of a moment --}}
<div class="people h-100" data-people role="group" aria-label="People against frames" hidden>
    <div class="people-room" data-people-room>
        <div class="people-grid" data-people-grid></div>
        <p class="people-none" data-people-none hidden>No faces were found in this moment.</p>
    </div>
    <aside class="people-side">
        <h2 class="strong" data-people-title></h2>
        <p data-people-reason></p>
        <p class="warning" data-people-warning hidden></p>
        <p class="quiet" data-people-when></p>
        <button type="button" class="btn btn-ink" data-does="only" data-people-only></button>
        <button type="button" class="btn btn-line" data-does="keep" data-people-keep></button>
        <button type="button" class="btn btn-line" data-does="decide">Leave it open, go on</button>
        <h3 class="strong" data-people-why-title>Why</h3>
        <ul data-people-why></ul>
        <p class="quiet">Nobody is recognised: people are told apart by where they are in these frames. Nothing is marked
            until you say so.</p>
    </aside>
</div>

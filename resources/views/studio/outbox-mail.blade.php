@extends('layouts.paper')
@section('title', $mail->subject)
@section('page')
    <div class="stack-wide">
        <p><a href="{{ route('outbox') }}">Back to the outbox</a></p>
        <div>
            <h1>{{ $mail->subject }}</h1>
            <p class="quiet">to {{ $mail->recipient }} · {{ $mail->sent_at->format('D j M Y, H:i') }} · <a
                    href="{{ route('outbox.file', $mail->id) }}">take it as an .eml file</a></p>
        </div>
        <article class="sheet">
            <pre class="mail">{!! preg_replace('~(https?://[^\s&]+)~', '<a href="$1">$1</a>', e($mail->body)) !!}</pre>
        </article>
    </div>
@endsection

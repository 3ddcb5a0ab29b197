@if($comment->text)
You wrote about picture {{ $comment->galleryFrame->number }}: “{!! $comment->text !!}”
@else
You drew on picture {{ $comment->galleryFrame->number }}.
@endif

Our answer: {!! $comment->answer !!}

See it here: {!! $guest->address() !!}

{!! $studio->name !!}

{{-- How a destination is reached. --}}
@php($n = $one->id ?? 'new')
@php($mine = old('which') === (string) $n)
@php($was = fn(string $name, $usual) => $mine ? old($name, $usual) : $usual)
<input type="hidden" name="which" value="{{ $n }}">
<div class="row g-2">
    <div class="col"><label class="form-label" for="to-name-{{ $n }}">Name</label><input class="form-control"
            id="to-name-{{ $n }}" name="to_name" value="{{ $was('to_name', $one?->name) }}" maxlength="80">
    </div>
    <div class="col"><label class="form-label" for="kind-{{ $n }}">Kind</label><select class="form-select"
            id="kind-{{ $n }}" name="kind">
            @foreach (App\Deliver\Out\DestinationKind::cases() as $kind)
                <option value="{{ $kind->value }}" @selected($was('kind', $one?->kind->value ?? 'sftp') === $kind->value)>{{ $kind->inWords() }}</option>
            @endforeach
        </select></div>
</div>
@if ($mine)
    <x-problem of="to_name" />
@endif
<div class="row g-2">
    <div class="col-8"><label class="form-label" for="host-{{ $n }}">Host, or address of the
            storage</label><input class="form-control" id="host-{{ $n }}" name="host"
            value="{{ $was('host', $one?->setting('host')) }}"></div>
    <div class="col"><label class="form-label" for="port-{{ $n }}">Port</label><input
            class="form-control" id="port-{{ $n }}" name="port" inputmode="numeric"
            value="{{ $was('port', $one?->setting('port')) }}" placeholder="22"></div>
</div>
@if ($mine)
    <x-problem of="host" /><x-problem of="port" />
@endif
<div class="row g-2">
    <div class="col"><label class="form-label" for="user-{{ $n }}">User or access key</label><input
            class="form-control" id="user-{{ $n }}" name="user"
            value="{{ $was('user', $one?->setting('user')) }}" autocomplete="off"></div>
    <div class="col"><label class="form-label" for="secret-{{ $n }}">Password or secret</label><input
            class="form-control" id="secret-{{ $n }}" name="password" type="password"
            autocomplete="new-password" placeholder="{{ $one?->setting('password') ? 'as it is' : '' }}"></div>
</div>
@if ($mine)
    <x-problem of="user" />
@endif
<div><label class="form-label" for="key-{{ $n }}">Private key, for SFTP</label>
    <textarea class="form-control" id="key-{{ $n }}" name="key" rows="2"
        placeholder="{{ $one?->setting('key') ? 'as it is' : '' }}"></textarea>
</div>
<div class="row g-2">
    <div class="col"><label class="form-label" for="bucket-{{ $n }}">Bucket</label><input
            class="form-control" id="bucket-{{ $n }}" name="bucket"
            value="{{ $was('bucket', $one?->setting('bucket')) }}"></div>
    <div class="col"><label class="form-label" for="region-{{ $n }}">Region</label><input
            class="form-control" id="region-{{ $n }}" name="region"
            value="{{ $was('region', $one?->setting('region')) }}"></div>
    <div class="col"><label class="form-label" for="in-folder-{{ $n }}">Folder there</label><input
            class="form-control" id="in-folder-{{ $n }}" name="in_folder"
            value="{{ $was('in_folder', $one?->setting('folder')) }}"></div>
</div>
@if ($mine)
    <x-problem of="bucket" /><x-problem of="in_folder" />
@endif
<div><label class="form-label" for="fingerprint-{{ $n }}">Fingerprint of the host’s key</label><input
        class="form-control" id="fingerprint-{{ $n }}" name="fingerprint"
        value="{{ $was('fingerprint', $one?->setting('fingerprint')) }}"
        placeholder="SHA256:…, as ssh-keygen -l prints it"></div>
@if ($mine)
    <x-problem of="password" /><x-problem of="fingerprint" />
@endif

{{-- What pictures show and what they would show now: $outOfDate --}}
<table class="plain-table">
    <thead>
        <tr>
            <th>Picture</th>
            <th>Shown</th>
            <th>Now</th>
        </tr>
    </thead>
    <tbody>
        @foreach (array_slice($outOfDate, 0, 100) as ['proof' => $proof, 'changes' => $changes, 'then' => $then, 'now' => $now])
            @foreach ($changes as $change)
                <tr>
                    <td>{{ str_pad((string) $proof->number, 3, '0', STR_PAD_LEFT) }}</td>
                    @switch($change)
                        @case(Kanpai\Core\Proof\Change::Caption)
                            <td>{{ Str::limit($then->headline . ' ' . $then->description, 120) ?: 'no caption' }}
                            </td>
                            <td>{{ Str::limit($now->headline . ' ' . $now->description, 120) ?: 'no caption' }}</td>
                        @break

                        @case(Kanpai\Core\Proof\Change::Clock)
                            <td>{{ $shoot->zone()->format($then->taken, 'H:i:s') }}</td>
                            <td>{{ $shoot->zone()->format($now->taken, 'H:i:s') }}</td>
                        @break

                        @case(Kanpai\Core\Proof\Change::Picture)
                            <td><img src="{{ App\Studio\PictureAddress::orNothing($proof->plain_small_path ?: null) }}"
                                    alt="as shown"></td>
                            <td><img src="{{ App\Studio\PictureAddress::orNothing($now->picture ?: null) }}"
                                    alt="now"></td>
                        @break

                        @case(Kanpai\Core\Proof\Change::Gone)
                            <td>in the gallery</td>
                            <td>dropped, or set aside</td>
                        @break

                        @case(Kanpai\Core\Proof\Change::Back)
                            <td>left the gallery</td>
                            <td>kept again</td>
                        @break
                    @endswitch
                </tr>
            @endforeach
        @endforeach
    </tbody>
</table>

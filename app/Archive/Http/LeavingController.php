<?php

declare(strict_types=1);

namespace App\Archive\Http;

use App\Archive\LeavingShoot;
use App\Studio\Shoot;
use Illuminate\Contracts\View\View;
use Illuminate\Http\RedirectResponse;
use Illuminate\Validation\ValidationException;

/** A shoot is deleted, after the page has listed what is where. */
final class LeavingController
{
    public function show(Shoot $shoot, LeavingShoot $leaving): View
    {
        return view('archive.leave', [
            'shoot' => $shoot,
            'copies' => $leaving->copies($shoot),
            'uncopied' => $leaving->uncopied($shoot),
            'counts' => $leaving->counts($shoot),
            'problem' => $leaving->problem($shoot),
        ]);
    }

    public function store(LeaveInput $request, Shoot $shoot, LeavingShoot $leaving): RedirectResponse
    {
        $input = $request->validated();
        if (trim($input['name']) !== trim($shoot->name)) {
            throw ValidationException::withMessages([
                'name' => "This is not the name of the shoot: “{$shoot->name}”. Nothing was deleted.",
            ]);
        }
        $problem = $leaving->begin($shoot);
        if ($problem !== '') {
            throw ValidationException::withMessages(['name' => $problem]);
        }

        return redirect()
            ->route('shoots')
            ->with('message', "“{$shoot->name}” is deleted. Copies of its originals and bags stay where they are.");
    }
}

<?php

declare(strict_types=1);

namespace App\Studio\Http;

use App\Studio\Member;
use App\Studio\NamedLock;
use App\Studio\Studio;
use Illuminate\Contracts\View\View;
use Illuminate\Http\RedirectResponse;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;

/** The page of an installation in which nobody has an account yet: it opens the first studio, once. */
final class FirstStartController
{
    /** Seconds. */
    private const PATIENCE = 10;

    public function create(): View|RedirectResponse
    {
        return Member::query()->exists() ? redirect('/sign-in') : view('studio.first-start');
    }

    public function store(FirstStartInput $request): RedirectResponse
    {
        $input = $request->validated();
        // Two who begin at the same moment: one of them is the first.
        $member = (new NamedLock('first-start'))->hold(fn (): Member => $this->begin($input), self::PATIENCE);
        abort_if($member === null, 409);
        Auth::login($member);
        $request->session()->regenerate();

        return redirect()
            ->route('shoots.new')
            ->with('message', "{$input['studio']} is open. Begin with the first shoot.");
    }

    /** @param  array<string, string>  $input */
    private function begin(array $input): Member
    {
        abort_if(Member::query()->exists(), 404);

        return DB::transaction(
            fn (): Member => Studio::query()
                ->create(['name' => $input['studio']])
                ->members()
                ->create([
                    'name' => $input['name'],
                    'email' => $input['email'],
                    'password' => $input['password'],
                    'role' => 'owner',
                ]),
        );
    }
}

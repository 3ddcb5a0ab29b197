<?php

declare(strict_types=1);

namespace App\Studio\Http;

use App\Studio\Member;
use Illuminate\Contracts\View\View;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\Hash;
use Illuminate\Validation\ValidationException;

final class SignInController
{
    public function create(): View|RedirectResponse
    {
        return Member::query()->exists() ? view('studio.sign-in') : redirect()->route('first-start');
    }

    public function store(SignInInput $request): RedirectResponse
    {
        $credentials = $request->validated();
        $member = Member::behind($credentials['email']);
        // Somebody who is not there takes as long as somebody who is.
        $isRight = Hash::check($credentials['password'], $member->password ?? self::nobodysPassword());
        if ($member === null || ! $isRight) {
            throw ValidationException::withMessages([
                'email' => 'This mail address and password do not belong together.',
            ]);
        }
        Auth::login($member, $request->boolean('remember'));
        $request->session()->regenerate();

        return redirect()->intended('/');
    }

    public function destroy(Request $request): RedirectResponse
    {
        Auth::logout();
        $request->session()->invalidate();
        $request->session()->regenerateToken();

        return redirect('/sign-in');
    }

    /** A hash of no password, made as expensive as those of members. */
    private static function nobodysPassword(): string
    {
        return Cache::rememberForever(
            'nobodys-password-'.config('hashing.bcrypt.rounds', 12),
            fn (): string => Hash::make(bin2hex(random_bytes(16))),
        );
    }
}

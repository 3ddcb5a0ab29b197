<?php

declare(strict_types=1);

namespace App\Studio\Http;

use App\Studio\Member;
use App\Studio\OutboxMail;
use Illuminate\Contracts\View\View;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

final class OutboxController
{
    public function index(): View
    {
        return view('studio.outbox', ['mails' => $this->own()->orderByDesc('id')->limit(200)->get()]);
    }

    public function show(int $mail): View
    {
        return view('studio.outbox-mail', ['mail' => $this->own()->findOrFail($mail)]);
    }

    public function file(int $mail): BinaryFileResponse
    {
        $mail = $this->own()->findOrFail($mail);

        return response()->download(config('kanpai.outbox').'/'.$mail->file, $mail->file, [
            'Content-Type' => 'message/rfc822',
        ]);
    }

    /** @return \Illuminate\Database\Eloquent\Builder<OutboxMail> */
    private function own(): \Illuminate\Database\Eloquent\Builder
    {
        return OutboxMail::query()->where('studio_id', Member::current()->studio_id);
    }
}

<?php

declare(strict_types=1);

namespace App\Deliver\Http;

use App\Deliver\ContactSheet\ContactSheet;
use App\Studio\Shoot;
use Illuminate\Contracts\View\View;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Str;
use Illuminate\Validation\ValidationException;
use Kanpai\Core\Deliver\ContactSheet\InvalidSheet;
use Kanpai\Core\Deliver\ContactSheet\Paper;
use Kanpai\Core\Deliver\ContactSheet\SheetPlan;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/** Contact sheets of a shoot, as PDF. */
final class ContactSheetsController
{
    public function index(Request $request, Shoot $shoot): View
    {
        $sheets = ContactSheet::query()
            ->where('shoot_id', $shoot->id)
            ->orderByDesc('id')
            ->limit(20)
            ->get()
            ->each(fn (ContactSheet $sheet) => $sheet->setRelation('shoot', $shoot));

        return view('deliver.sheets', [
            'shoot' => $shoot,
            'sheets' => $sheets,
            'tasks' => $sheets->mapWithKeys(fn (ContactSheet $sheet): array => [$sheet->id => $sheet->task()])->all(),
            ...FramesAsked::by($request, $shoot)->forPage(),
        ]);
    }

    public function store(ContactSheetInput $request, Shoot $shoot): RedirectResponse
    {
        ContactSheet::start(
            $shoot,
            $request->filled('sheet_title') ? $request->string('sheet_title')->toString() : $shoot->name,
            self::plan($request),
            FramesAsked::by($request, $shoot)->some('columns', 'put on sheets'),
        );

        return redirect()->route('sheets', [$shoot, ...$request->query->all()]);
    }

    /** @throws ValidationException */
    private static function plan(ContactSheetInput $request): SheetPlan
    {
        try {
            return SheetPlan::of(
                Paper::from($request->string('paper')->toString()),
                $request->boolean('landscape'),
                $request->integer('columns'),
                $request->integer('rows'),
                $request->boolean('with_names'),
                $request->boolean('with_captions'),
                $request->boolean('with_ratings'),
                $request->boolean('is_marked'),
            );
        } catch (InvalidSheet $reason) {
            throw ValidationException::withMessages(['columns' => $reason->getMessage()]);
        }
    }

    public function fetch(ContactSheet $sheet): BinaryFileResponse
    {
        abort_if($sheet->made_at === null || ! is_file($sheet->path()), 404);

        return response()->download($sheet->path(), (Str::slug($sheet->title) ?: 'contact-sheets').'.pdf', [
            'Content-Type' => 'application/pdf',
        ]);
    }

    public function remove(ContactSheet $sheet): RedirectResponse
    {
        $sheet->task()?->stop();
        $sheet->delete();
        @unlink($sheet->path());

        return redirect()
            ->route('sheets', $sheet->shoot)
            ->with('message', "The sheets “{$sheet->title}” are removed.");
    }
}

<?php

declare(strict_types=1);

namespace App\Looks;

use App\Frames\Frame;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Str;
use Kanpai\Core\Looks\Lens\LensCalibration;
use Kanpai\Core\Looks\Lens\LensCorrection;
use Kanpai\Core\Looks\Lens\UnusableLens;
use SimpleXMLElement;

/**
 * The lenses that are known: those of the database of lensfun (package `liblensfun-data-v1`), and those of further
 * files of its format. A lens is found by the name that the camera wrote, a camera by its make and model.
 *
 * @phpstan-import-type LensSaid from LensCalibration
 * @phpstan-import-type Distortion from LensCalibration
 * @phpstan-import-type Fringes from LensCalibration
 * @phpstan-import-type Darkening from LensCalibration
 */
final class Lenses
{
    private const ASPECT = 1.5;

    /** @var array<string, LensCalibration|null> */
    private array $lenses = [];

    /** @var array<string, float|null> */
    private array $crops = [];

    /** @param  list<string>  $folders  of files of lensfun */
    public function __construct(private readonly array $folders)
    {
    }

    /**
     * How the picture of a frame is put right.
     *
     * @return LensCorrection|null null where its lens, or the focal length it says, is not known
     */
    public function correction(Frame $frame): ?LensCorrection
    {
        try {
            return $frame->version_id === null
                ? $this->of(
                    (string) $frame->lens,
                    $frame->focal_length,
                    $frame->f_number,
                    "{$frame->body->make} {$frame->body->model}",
                    $frame->width,
                    $frame->height,
                )
                : null;
        } catch (UnusableLens) {
            return null;
        }
    }

    /**
     * @param  string  $camera  make and model
     *
     * @throws UnusableLens when the lens is known, and not at this focal length
     */
    public function of(
        string $lens,
        ?float $focal,
        ?float $aperture,
        string $camera,
        int $width,
        int $height,
    ): ?LensCorrection {
        $known = $lens === '' || $focal === null || $width * $height === 0 ? null : $this->named($lens);

        return $known?->at((float) $focal, $aperture, $this->crop($camera), $width, $height);
    }

    public function named(string $name): ?LensCalibration
    {
        $key = self::plain($name);
        if (! array_key_exists($key, $this->lenses)) {
            $said = Cache::rememberForever(
                "lens-{$this->state()}-".hash('xxh128', $key),
                fn (): array => $this->found($key) ?? [],
            );
            $this->lenses[$key] = $said === [] ? null : LensCalibration::of($said);
        }

        return $this->lenses[$key];
    }

    /** By how much the sensor of a camera is smaller than 24 × 36 mm. */
    private function crop(string $camera): ?float
    {
        $key = self::plain($camera);
        if (! array_key_exists($key, $this->crops)) {
            $crop = Cache::rememberForever(
                "camera-{$this->state()}-".hash('xxh128', $key),
                fn (): float => $this->cropOf($key) ?? 0.0,
            );
            $this->crops[$key] = $crop > 0.0 ? $crop : null;
        }

        return $this->crops[$key];
    }

    /** Without what cameras write in one way and databases in another. */
    private static function plain(string $name): string
    {
        // An aperture is written F2, f/2 and 1:2.
        $name = preg_replace('~\bf/?(?=\d)|\b1:(?=\d)~', '', Str::lower(Str::ascii($name)));

        return (string) preg_replace('/[^a-z0-9.]+/', '', (string) $name);
    }

    /** Which files there are: others make other answers. */
    private function state(): string
    {
        $files = array_map(fn (string $file): string => $file.filemtime($file), $this->files());

        return hash('xxh128', implode(' ', $files));
    }

    /** @return list<string> */
    private function files(): array
    {
        return array_merge(...array_map(fn (string $folder): array => glob("{$folder}/*.xml") ?: [], $this->folders));
    }

    /** @return LensSaid|null */
    private function found(string $key): ?array
    {
        foreach ($this->files() as $file) {
            foreach (self::document($file)->lens ?? [] as $lens) {
                foreach ($lens->model as $model) {
                    $whole = self::plain("{$lens->maker} {$model}");
                    if (in_array($key, [self::plain((string) $model), $whole], true) && isset($lens->calibration)) {
                        return self::said($lens);
                    }
                }
            }
        }

        return null;
    }

    private function cropOf(string $key): ?float
    {
        foreach ($this->files() as $file) {
            foreach (self::document($file)->camera ?? [] as $camera) {
                foreach ($camera->model as $model) {
                    $whole = self::plain("{$camera->maker} {$model}");
                    if (in_array($key, [$whole, self::plain((string) $model)], true)) {
                        return (float) $camera->cropfactor;
                    }
                }
            }
        }

        return null;
    }

    private static function document(string $file): ?SimpleXMLElement
    {
        $document = @simplexml_load_file($file, options: LIBXML_NONET);

        return $document === false ? null : $document;
    }

    /** @return LensSaid */
    private static function said(SimpleXMLElement $lens): array
    {
        [$long, $short] = [...explode(':', (string) ($lens->{'aspect-ratio'} ?? '')), '', ''];
        $aspect = (float) $short > 0.0 ? (float) $long / (float) $short : (float) $long;

        return [
            'name' => (string) $lens->model,
            'crop' => max(0.1, (float) $lens->cropfactor),
            'aspect' => $aspect >= 1.0 ? $aspect : self::ASPECT,
            'distortions' => self::distortions($lens),
            'fringes' => self::fringes($lens),
            'darkenings' => self::darkenings($lens),
        ];
    }

    /** @return list<Distortion> */
    private static function distortions(SimpleXMLElement $lens): array
    {
        $all = [];
        foreach ($lens->calibration->distortion ?? [] as $own) {
            $model = (string) $own['model'];
            $names = ['ptlens' => ['a', 'b', 'c'], 'poly3' => ['k1'], 'poly5' => ['k1', 'k2']][$model] ?? [];
            $names === [] || $all[] = [
                'focal' => self::number($own, 'focal', 1.0),
                'model' => $model,
                'terms' => array_map(fn (string $name): float => self::number($own, $name), $names),
            ];
        }

        return $all;
    }

    /** @return list<Fringes> */
    private static function fringes(SimpleXMLElement $lens): array
    {
        $all = [];
        foreach ($lens->calibration->tca ?? [] as $own) {
            $isLinear = (string) $own['model'] === 'linear';
            $terms = fn (string $channel): array => $isLinear
                ? [self::number($own, "k{$channel}", 1.0)]
                : [
                    self::number($own, "v{$channel}", 1.0),
                    self::number($own, "c{$channel}"),
                    self::number($own, "b{$channel}"),
                ];
            $all[] = [
                'focal' => self::number($own, 'focal', 1.0),
                'model' => (string) $own['model'],
                'red' => $terms('r'),
                'blue' => $terms('b'),
            ];
        }

        return $all;
    }

    /** @return list<Darkening> */
    private static function darkenings(SimpleXMLElement $lens): array
    {
        $all = [];
        foreach ($lens->calibration->vignetting ?? [] as $own) {
            $all[] = [
                'focal' => self::number($own, 'focal', 1.0),
                'aperture' => max(0.5, self::number($own, 'aperture', 4.0)),
                'distance' => max(0.01, self::number($own, 'distance', 10.0)),
                'terms' => [self::number($own, 'k1'), self::number($own, 'k2'), self::number($own, 'k3')],
            ];
        }

        return $all;
    }

    private static function number(SimpleXMLElement $element, string $name, float $usual = 0.0): float
    {
        return isset($element[$name]) && is_numeric((string) $element[$name]) ? (float) $element[$name] : $usual;
    }
}

<?php

declare(strict_types=1);

namespace Tests\Core\Archive;

use Kanpai\Core\Archive\BagTags;
use Kanpai\Core\Archive\Completeness;
use Kanpai\Core\Archive\InvalidBag;
use Kanpai\Core\Archive\Manifest;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Bags by the rules of RFC 8493; its sections are beside the checks. */
final class BagTest extends TestCase
{
    private const SUM = 'cf83e1357eefb8bdf1542850d66d8007d620e4050b5715dc83f4a921d36ce9ce47d0d13c5d85f2b0ff8318d2877eec2f63b931bd47417a81a538327af927da3e';

    public function test_manifests_are_written_and_read_with_their_encoded_letters(): void
    {
        // 2.1.3: line feed, return and per cent are encoded; SHA-512 of nothing is FIPS 180-4's.
        $sums = [
            'data/a b.jpg' => self::SUM,
            "data/line\nfeed.jpg" => self::SUM,
            'data/100%25.jpg' => self::SUM,
            'data/Größe.jpg' => self::SUM,
        ];
        $text = Manifest::write($sums);
        self::assertStringContainsString('  data/line%0Afeed.jpg', $text);
        self::assertStringContainsString('  data/100%2525.jpg', $text);
        self::assertSame($sums, Manifest::read($text));
        self::assertSame(self::SUM, hash('sha512', ''));
        self::assertSame(
            ['data/x' => self::SUM],
            Manifest::read(strtoupper(self::SUM)." *data/x\r\n"),
            'other tools mark binary files so, and write large letters',
        );
    }

    #[DataProvider('badPaths')]
    public function test_a_path_that_leads_out_of_the_bag_is_refused(string $path): void
    {
        // 5.1: special directory characters.
        $this->expectException(InvalidBag::class);
        $this->expectExceptionMessage('leads out of the bag');
        Manifest::read(self::SUM."  {$path}\n");
    }

    /** @return iterable<array{string}> */
    public static function badPaths(): iterable
    {
        foreach (
            [
                '../x',
                'data/../../x',
                '/etc/passwd',
                '~/x',
                '~root/x',
                'data/./x',
                'data/..',
                'C:/x',
                'data\\..\\x',
                "data/x\0y",
            ] as $path
        ) {
            yield $path => [$path];
        }
    }

    #[DataProvider('badLines')]
    public function test_what_is_no_manifest_is_refused(string $text): void
    {
        $this->expectException(InvalidBag::class);
        Manifest::read($text);
    }

    /** @return iterable<string, array{string}> */
    public static function badLines(): iterable
    {
        yield 'a short checksum' => [str_repeat('a', 64).'  data/x'];
        yield 'no path' => [self::SUM];
        yield 'words' => ['hello'];
        yield 'a file twice' => [self::SUM."  data/x\n".self::SUM.'  data/x'];
    }

    public function test_the_declaration_is_as_the_rfc_says_and_others_are_refused(): void
    {
        // 2.1.1, word for word.
        self::assertSame("BagIt-Version: 1.0\nTag-File-Character-Encoding: UTF-8\n", BagTags::declaration());
        BagTags::declares(BagTags::declaration());
        BagTags::declares("BagIt-Version: 1.0\r\nTag-File-Character-Encoding: UTF-8\r\n");
        foreach (
            [
                '',
                'BagIt-Version: 1.0',
                "BagIt-Version: 9.9\nTag-File-Character-Encoding: UTF-8\n",
                "BagIt-Version: 1.0\nTag-File-Character-Encoding: EBCDIC\n",
            ] as $text
        ) {
            try {
                BagTags::declares($text);
                self::fail($text);
            } catch (InvalidBag $reason) {
                self::assertStringContainsString('bagit.txt', $reason->getMessage());
            }
        }
    }

    public function test_information_is_folded_at_79_letters_and_read_again(): void
    {
        // 2.2.2: lines should not exceed 79 characters; further ones begin with white space.
        $said = [
            'Source-Organization' => 'Quay Pictures',
            'External-Description' => trim(str_repeat('A long day on the river with many crews ', 6)),
            'Bagging-Date' => '2026-11-25',
        ];
        $text = BagTags::info($said);
        self::assertLessThanOrEqual(79, max(array_map(strlen(...), explode("\n", $text))));
        self::assertSame(array_change_key_case($said), BagTags::readInfo($text));
    }

    public function test_a_bag_is_complete_when_every_file_is_listed_and_there(): void
    {
        // 3: complete; 2.2.2: Payload-Oxum is bytes, a dot, files.
        $payload = ['data/a' => self::SUM, 'data/b' => self::SUM];
        $there = ['bagit.txt' => 55, 'data/a' => 10, 'data/b' => 5];
        Completeness::check($payload, $there, ['payload-oxum' => '15.2']);
        foreach (
            [
                [['data/a' => self::SUM], $there, [], 'no manifest names: data/b'],
                [[...$payload, 'data/c' => self::SUM], $there, [], 'missing: data/c'],
                [$payload, $there, ['payload-oxum' => '16.2'], 'there are 15.2'],
            ] as [$listed, $files, $info, $words]
        ) {
            try {
                Completeness::check($listed, $files, $info);
                self::fail($words);
            } catch (InvalidBag $reason) {
                self::assertStringContainsString($words, $reason->getMessage());
            }
        }
    }
}

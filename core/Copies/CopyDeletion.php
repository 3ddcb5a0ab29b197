<?php

declare(strict_types=1);

namespace Kanpai\Core\Copies;

/**
 * Whether a copy may be deleted: by what stays of its file. Only verified copies count that are really there, and those
 * on one disk count as one, since one accident takes them together.
 */
final readonly class CopyDeletion
{
    /**
     * @param  int<0, max>  $wanted  disks on which a verified copy has to stay
     * @param  bool  $needsArchive  whether one of them has to be in a checked archive
     */
    private function __construct(public int $wanted, public bool $needsArchive)
    {
    }

    /** Of frames that were dropped: one copy stays, unless the owner lets the last one go as well. */
    public static function ofDropped(bool $evenLast): self
    {
        return new self($evenLast ? 0 : 1, false);
    }

    /**
     * Of a shoot that was archived.
     *
     * @param  int<1, max>  $wanted  disks, as many as the studio requires
     */
    public static function ofArchived(int $wanted): self
    {
        return new self($wanted, true);
    }

    /** @param  list<array{disk: int|string, isArchive: bool}>  $staying  the verified copies of the file that stay */
    public function allows(array $staying): bool
    {
        $disks = count(array_unique(array_column($staying, 'disk')));
        $isArchived = in_array(true, array_column($staying, 'isArchive'), true);

        return $disks >= $this->wanted && ($isArchived || ! $this->needsArchive);
    }
}

<?php

declare(strict_types=1);

namespace App\Archive;

/**
 * What the database knows of a shoot: its tables in the order in which they refer to each other, each with the column
 * that says to which rows of which table its own belong. A test holds that no table is forgotten.
 */
final class ShootTables
{
    public const OWNED = [
        'upload_links' => ['shoot_id', 'shoots'],
        'cards' => ['shoot_id', 'shoots'],
        'sets' => ['shoot_id', 'shoots'],
        'frames' => ['shoot_id', 'shoots'],
        'files' => ['card_id', 'cards'],
        'copies' => ['file_id', 'files'],
        'versions' => ['frame_id', 'frames'],
        'version_copies' => ['version_id', 'versions'],
        'clocks' => ['shoot_id', 'shoots'],
        'ties' => ['shoot_id', 'shoots'],
        'clock_changes' => ['shoot_id', 'shoots'],
        'captions' => ['shoot_id', 'shoots'],
        'caption_sheets' => ['shoot_id', 'shoots'],
        'caption_batches' => ['shoot_id', 'shoots'],
        'caption_changes' => ['batch_id', 'caption_batches'],
        'frame_metadata' => ['frame_id', 'frames'],
        'sidecars' => ['frame_id', 'frames'],
        'roster_people' => ['shoot_id', 'shoots'],
        'moment_edits' => ['shoot_id', 'shoots'],
        'rounds' => ['shoot_id', 'shoots'],
        'round_frames' => ['round_id', 'rounds'],
        'culls' => ['shoot_id', 'shoots'],
        'steps' => ['shoot_id', 'shoots'],
        'marks' => ['step_id', 'steps'],
        'set_frames' => ['frame_id', 'frames'],
        'finishings' => ['shoot_id', 'shoots'],
        'looks' => ['shoot_id', 'shoots'],
        'look_steps' => ['shoot_id', 'shoots'],
        'look_changes' => ['step_id', 'look_steps'],
        'light_edits' => ['shoot_id', 'shoots'],
        'galleries' => ['shoot_id', 'shoots'],
        'shares' => ['gallery_id', 'galleries'],
        'gallery_frames' => ['gallery_id', 'galleries'],
        'guests' => ['gallery_id', 'galleries'],
        'choices' => ['guest_id', 'guests'],
        'guest_ratings' => ['guest_id', 'guests'],
        'comments' => ['guest_id', 'guests'],
        'selections' => ['gallery_id', 'galleries'],
        'selection_frames' => ['selection_id', 'selections'],
        'deliveries' => ['shoot_id', 'shoots'],
        'recipients' => ['delivery_id', 'deliveries'],
        'delivery_parts' => ['delivery_id', 'deliveries'],
        'delivery_files' => ['delivery_id', 'deliveries'],
        'delivery_zips' => ['delivery_id', 'deliveries'],
        'receipts' => ['delivery_id', 'deliveries'],
        'output_runs' => ['shoot_id', 'shoots'],
        'output_files' => ['frame_id', 'frames'],
        'shipments' => ['shoot_id', 'shoots'],
        'shipped_files' => ['shipment_id', 'shipments'],
        'handoffs' => ['shoot_id', 'shoots'],
        'handoff_frames' => ['handoff_id', 'handoffs'],
        'handoff_notes' => ['handoff_frame_id', 'handoff_frames'],
        'returned_files' => ['shoot_id', 'shoots'],
        'contact_sheets' => ['shoot_id', 'shoots'],
    ];

    /** Rows of the studio that a shoot rests on: found again by these columns, or made anew. */
    public const SHARED = [
        'members' => ['email'],
        'bodies' => ['make', 'model', 'serial'],
        'uses' => ['name'],
        'outputs' => ['name'],
        'destinations' => ['name'],
        'sets' => ['name'],
        'colour_cubes' => ['hash'],
    ];

    /**
     * Tables of shoots that are not archived: what was on its way, how far work had come, and words and figures that
     * are picked out, counted or measured anew.
     */
    public const LEFT_OUT = [
        'arrivals',
        'tasks',
        'bags',
        'caption_words',
        'renames',
        'guest_steps',
        'kept_figures',
        'frame_measures',
        'faces',
        'findings',
        'raws',
        'sensor_dust',
    ];

    /** References that the database does not know of. */
    public const MORE_REFERENCES = [
        'frames' => ['version_id' => 'versions'],
        'looks' => ['version' => 'versions'],
        'look_changes' => ['version' => 'versions'],
    ];

    /**
     * Columns in which other columns' rows are named inside a text, by what: a list of rows, ways of delivering, or
     * keys.
     */
    public const INSIDE = [
        'delivery_parts' => ['frames' => 'frames', 'ways' => 'ways'],
        'delivery_files' => ['way' => 'way'],
        'output_runs' => ['frames' => 'frames', 'outputs' => 'outputs'],
        'shipments' => ['frames' => 'frames'],
        'contact_sheets' => ['frames' => 'frames'],
        'returned_files' => ['candidates' => 'frames'],
        'clock_changes' => ['before' => 'keys'],
        'caption_batches' => ['edit' => 'keys', 'filter' => 'keys'],
        'galleries' => ['source' => 'query'],
    ];

    /** Columns that only this installation can read. */
    public const SECRET = [
        'upload_links' => ['token'],
        'shares' => ['token'],
        'guests' => ['key'],
        'recipients' => ['token'],
    ];

    /** What is not carried to another installation, because it says what is on this one's disks. */
    public const OF_THE_DISK = ['copies', 'version_copies', 'sidecars', 'output_files', 'output_runs'];

    /** Columns that name a file below some folder: none of them may lead out of it. */
    public const PATHS = [
        'files' => ['destination'],
        'versions' => ['destination', 'large_path', 'small_path'],
        'sidecars' => ['path'],
        'frames' => ['small_path', 'large_path'],
        'looks' => ['small_path', 'large_path'],
        'gallery_frames' => ['small_path', 'large_path', 'plain_small_path', 'plain_large_path'],
        'delivery_files' => ['stored', 'name'],
        'delivery_zips' => ['stored', 'name'],
        'shipped_files' => ['folder', 'name'],
        'output_files' => ['path'],
    ];

    /** Columns that say where something lies on the machine the bag was made on. */
    public const OF_THE_MACHINE = ['cards' => ['slot' => ''], 'returned_files' => ['stored' => '', 'seen' => null]];

    /** Bits of uses, which another studio may have dealt out otherwise. */
    public const USES = ['frames' => ['uses'], 'marks' => ['uses', 'uses_before']];
}

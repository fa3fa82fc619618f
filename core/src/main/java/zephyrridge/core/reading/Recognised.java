package zephyrridge.core.reading;

import zephyrridge.core.reading.dialog.DialogReading;
import zephyrridge.core.reading.label.LabelReading;
import zephyrridge.core.reading.listing.ListingReading;
import zephyrridge.core.reading.smbios.SmbiosReading;
import zephyrridge.core.reading.spd.SpdReading;

/** What something that was dropped or pasted turned out to be. */
public sealed interface Recognised {
    record Firmware(SmbiosReading reading) implements Recognised {}

    record Chip(SpdReading reading) implements Recognised {}

    record Listing(ListingReading reading) implements Recognised {}

    /** What windows and commands say, typed or pasted. */
    record Dialog(DialogReading reading) implements Recognised {}

    record Label(LabelReading reading) implements Recognised {}

    /** Nothing that is known here. */
    record Unknown(Why why) implements Recognised {}

    enum Why {
        EMPTY,
        BINARY,
        TEXT,
        JSON_OF_SOMETHING_ELSE,
        JSON_BROKEN,
        BLANK_IMAGE,
        SPD_TYPE_NOT_DECODED
    }
}

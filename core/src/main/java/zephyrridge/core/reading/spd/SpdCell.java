package zephyrridge.core.reading.spd;

/**
 * Where a field of an image stands and what its bits mean, as far as reading its value needs it.
 *
 * @param offsets the bytes it is made of, ascending, the fine part's byte last
 * @param parts number of bit ranges; 0 for byte ranges such as texts
 * @param table names by code, null where the form has none
 * @param fine byte with the signed fine part in fine timebases, or -1
 */
record SpdCell(int[] offsets, int parts, String[] table, String unit, int fine) {
    int first() {
        return offsets[0];
    }
}

package zephyrridge.core.reading.spd;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Every row of the layouts, typed here a second time as byte, bits and name: flipping any of its bits changes that field and no
 * other. The checksum fields stay as they are: they are stored, not computed.
 */
class SpdFlipTest {
    private static final Map<String, String> ROWS = Map.of(
            "DDR",
                    """
            0 7:0 BYTES_USED; 1 7:0 SIZE_LOG2; 3 7:0 ROW_BITS; 4 7:0 COLUMN_BITS; 5 7:0 PACKAGE_RANKS; 6 7:0 BUS_WIDTH; 9 7:0 TCK_AT_CL_X; 13 7:0 DEVICE_WIDTH; 17 7:0 BANKS;
            18 6:0 CL_MAP; 21 1:1 REGISTERED; 23 7:0 TCK_AT_CL_X_1; 25 7:0 TCK_AT_CL_X_2; 27 7:0 TRP; 28 7:0 TRRD; 29 7:0 TRCD; 30 7:0 TRAS; 31 7:0 RANK_SIZE; 62 7:0 SPD_REVISION;
            63 7:0 CHECKSUM; 64 7:0 MODULE_MAKER; 72 7:0 PLACE_OF_MAKING; 73-90 7:0 PART_NUMBER; 91-92 7:0 MODULE_REVISION; 93-94 7:0 DATE; 95-98 7:0 SERIAL""",
            "DDR2",
                    """
            0 7:0 BYTES_USED; 1 7:0 SIZE_LOG2; 3 7:0 ROW_BITS; 4 7:0 COLUMN_BITS; 5 2:0 PACKAGE_RANKS; 5 3:3 CARD_ON_CARD; 5 4:4 STACKED_PACKAGE; 5 7:5 HEIGHT; 6 7:0 BUS_WIDTH;
            8 7:0 VOLTAGE_INTERFACE; 9 7:0 TCK_AT_CL_X; 10 7:0 TAC_AT_CL_X; 11 7:0 CHECKING; 12 7:0 REFRESH; 13 7:0 DEVICE_WIDTH; 14 7:0 CHECK_DEVICE_WIDTH; 16 7:0 BURST_LENGTHS;
            17 7:0 BANKS; 18 7:2 CL_MAP; 19 7:0 THICKNESS; 20 7:0 MODULE_TYPE; 21 7:0 MODULE_ATTRIBUTES; 22 7:0 DEVICE_ATTRIBUTES; 23 7:0 TCK_AT_CL_X_1; 24 7:0 TAC_AT_CL_X_1;
            25 7:0 TCK_AT_CL_X_2; 26 7:0 TAC_AT_CL_X_2; 27 7:0 TRP; 28 7:0 TRRD; 29 7:0 TRCD; 30 7:0 TRAS; 31 7:0 RANK_SIZE; 32 7:0 TIS; 33 7:0 TIH; 34 7:0 TDS; 35 7:0 TDH;
            36 7:0 TWR; 37 7:0 TWTR; 38 7:0 TRTP; 39 7:0 ANALYSIS_PROBE; 40 0:0 TRFC; 40 3:1 TRFC; 40 6:4 TRC; 41 7:0 TRC; 42 7:0 TRFC; 43 7:0 TCK_MAX; 44 7:0 TDQSQ; 45 7:0 TQHS;
            46 7:0 PLL_RELOCK; 47-61 7:0 THERMAL_MODEL; 62 7:0 SPD_REVISION; 63 7:0 CHECKSUM; 72 7:0 PLACE_OF_MAKING; 73-90 7:0 PART_NUMBER; 91-92 7:0 MODULE_REVISION;
            93-94 7:0 DATE; 95-98 7:0 SERIAL; 99-127 7:0 MAKER_SPECIFIC; 128-255 7:0 USER_AREA; 64 7:0 MODULE_MAKER""",
            "DDR3",
                    """
            0 3:0 BYTES_USED; 0 6:4 BYTES_TOTAL; 0 7:7 CRC_COVERAGE; 1 7:0 SPD_REVISION; 3 3:0 MODULE_TYPE; 4 3:0 DENSITY; 4 6:4 BANK_BITS; 5 5:3 ROW_BITS; 5 2:0 COLUMN_BITS;
            6 7:0 VOLTAGES; 7 2:0 DEVICE_WIDTH; 7 5:3 PACKAGE_RANKS; 8 2:0 BUS_WIDTH; 8 4:3 CHECK_BITS; 12 7:0 TCK_MIN; 14 7:0 CL_MAP; 15 6:0 CL_MAP; 16 7:0 TAA; 17 7:0 TWR;
            18 7:0 TRCD; 19 7:0 TRRD; 20 7:0 TRP; 21 3:0 TRAS; 21 7:4 TRC; 22 7:0 TRAS; 23 7:0 TRC; 24 7:0 TRFC; 25 7:0 TRFC; 26 7:0 TWTR; 27 7:0 TRTP; 28 3:0 TFAW; 29 7:0 TFAW;
            30 7:0 OPTIONAL_FEATURES; 31 7:0 THERMAL_REFRESH; 32 7:7 THERMAL_SENSOR; 33 7:7 NON_MONOLITHIC; 33 6:4 DIE_COUNT; 33 1:0 LOADING; 34 7:0 TCK_MIN; 35 7:0 TAA; 36 7:0 TRCD;
            37 7:0 TRP; 38 7:0 TRC; 41 7:0 MAX_ACTIVATE; 60 4:0 HEIGHT; 60 7:5 RAW_CARD_EXTENSION; 61 3:0 THICKNESS_FRONT; 61 7:4 THICKNESS_BACK; 62 4:0 RAW_CARD; 62 6:5 RAW_CARD_REVISION;
            62 7:7 RAW_CARD; 63 7:0 MIRRORING_OR_REGISTERS; 64-76 7:0 REGISTER_BYTES; 117-118 7:0 MODULE_MAKER; 119 7:0 PLACE_OF_MAKING; 120-121 7:0 DATE; 122-125 7:0 SERIAL;
            126-127 7:0 CHECKSUM; 128-145 7:0 PART_NUMBER; 146-147 7:0 MODULE_REVISION; 148-149 7:0 DRAM_MAKER; 150-175 7:0 MAKER_SPECIFIC; 176-255 7:0 USER_AREA""",
            "DDR4",
                    """
            0 3:0 BYTES_USED; 0 6:4 BYTES_TOTAL; 1 7:0 SPD_REVISION; 3 3:0 MODULE_TYPE; 3 6:4 HYBRID_MEDIA; 3 7:7 HYBRID; 4 3:0 DENSITY; 4 5:4 BANK_BITS; 4 7:6 BANK_GROUP_BITS;
            5 5:3 ROW_BITS; 5 2:0 COLUMN_BITS; 6 7:7 NON_MONOLITHIC; 6 6:4 DIE_COUNT; 6 1:0 LOADING; 7 3:0 MAX_ACTIVATE; 7 5:4 MAX_ACTIVATE_WINDOW; 9 7:6 PACKAGE_REPAIR; 9 5:5 SOFT_REPAIR;
            10 7:7 SECOND_NON_MONOLITHIC; 10 6:4 SECOND_DIE_COUNT; 10 3:2 SECOND_DENSITY_RATIO; 10 1:0 SECOND_LOADING; 11 1:0 VOLTAGES; 12 2:0 DEVICE_WIDTH; 12 5:3 PACKAGE_RANKS; 12 6:6 RANK_MIX;
            13 2:0 BUS_WIDTH; 13 4:3 CHECK_BITS; 14 7:7 THERMAL_SENSOR; 15 7:0 EXTENDED_MODULE_TYPE; 17 3:2 MEDIUM_TIMEBASE; 17 1:0 FINE_TIMEBASE; 18 7:0 TCK_MIN; 19 7:0 TCK_MAX;
            20 7:0 CL_MAP; 21 7:0 CL_MAP; 22 7:0 CL_MAP; 23 5:0 CL_MAP; 23 7:7 CL_MAP; 24 7:0 TAA; 25 7:0 TRCD; 26 7:0 TRP; 27 3:0 TRAS; 27 7:4 TRC; 28 7:0 TRAS; 29 7:0 TRC; 30-31 7:0 TRFC1;
            32-33 7:0 TRFC2; 34-35 7:0 TRFC4; 36 3:0 TFAW; 37 7:0 TFAW; 38 7:0 TRRD_S; 39 7:0 TRRD_L; 40 7:0 TCCD_L; 41 3:0 TWR; 42 7:0 TWR; 43 3:0 TWTR_S; 43 7:4 TWTR_L; 44 7:0 TWTR_S;
            45 7:0 TWTR_L; 60-77 7:0 BIT_MAPPING; 117 7:0 TCCD_L; 118 7:0 TRRD_L; 119 7:0 TRRD_S; 120 7:0 TRC; 121 7:0 TRP; 122 7:0 TRCD; 123 7:0 TAA; 124 7:0 TCK_MAX; 125 7:0 TCK_MIN;
            126-127 7:0 CHECKSUM; 128 4:0 HEIGHT; 128 7:5 RAW_CARD_EXTENSION; 129 3:0 THICKNESS_FRONT; 129 7:4 THICKNESS_BACK; 130 4:0 RAW_CARD; 130 7:7 RAW_CARD; 130 6:5 RAW_CARD_REVISION;
            131 7:0 MIRRORING_OR_REGISTERS; 132-137 7:0 REGISTER_BYTES; 254-255 7:0 CHECKSUM_2; 320-321 7:0 MODULE_MAKER; 322 7:0 PLACE_OF_MAKING; 323-324 7:0 DATE; 325-328 7:0 SERIAL;
            329-348 7:0 PART_NUMBER; 349 7:0 MODULE_REVISION; 350-351 7:0 DRAM_MAKER; 352 7:0 DRAM_STEPPING; 353-381 7:0 MAKER_SPECIFIC; 384-511 7:0 USER_AREA""",
            "DDR5",
                    """
            0 3:0 BETA_LEVEL; 0 7:7 BETA_LEVEL; 0 6:4 BYTES_TOTAL; 1 7:0 SPD_REVISION; 3 3:0 MODULE_TYPE; 3 6:4 HYBRID_MEDIA; 3 7:7 HYBRID; 4 4:0 DENSITY; 4 7:5 DIE_COUNT; 5 4:0 ROW_BITS;
            5 7:5 COLUMN_BITS; 6 7:5 DEVICE_WIDTH; 7 7:5 BANK_GROUP_BITS; 7 2:0 BANK_BITS; 8 4:0 SECOND_DENSITY; 8 7:5 SECOND_DIE_COUNT; 9 4:0 SECOND_ROW_BITS; 9 7:5 SECOND_COLUMN_BITS;
            10 7:5 SECOND_DEVICE_WIDTH; 11 7:5 SECOND_BANK_GROUP_BITS; 11 2:0 SECOND_BANK_BITS; 12 7:0 REPAIR_FEATURES; 13 7:0 DUTY_CYCLE; 14 7:0 FAULT_HANDLING; 16 7:0 VDD; 17 7:0 VDDQ;
            18 7:0 VPP; 19 7:0 TIMING_FLAGS; 20-21 7:0 TCK_MIN; 22-23 7:0 TCK_MAX; 24-28 7:0 CL_MAP; 30-31 7:0 TAA; 32-33 7:0 TRCD; 34-35 7:0 TRP; 36-37 7:0 TRAS; 38-39 7:0 TRC;
            40-41 7:0 TWR; 42-43 7:0 TRFC1; 44-45 7:0 TRFC2; 46-47 7:0 TRFC_SB; 48-49 7:0 TRFC1_DLR; 50-51 7:0 TRFC2_DLR; 52-53 7:0 TRFC_SB_DLR; 54-69 7:0 REFRESH_MANAGEMENT; 70-71 7:0 TRRD_L;
            72 7:0 TRRD_L_CLOCKS; 73-74 7:0 TCCD_L; 75 7:0 TCCD_L_CLOCKS; 76-77 7:0 TCCD_L_WR; 78 7:0 TCCD_L_WR_CLOCKS; 79-80 7:0 TCCD_L_WR2; 81 7:0 TCCD_L_WR2_CLOCKS; 82-83 7:0 TFAW;
            84 7:0 TFAW_CLOCKS; 85-86 7:0 TCCD_L_WTR; 87 7:0 TCCD_L_WTR_CLOCKS; 88-89 7:0 TCCD_S_WTR; 90 7:0 TCCD_S_WTR_CLOCKS; 91-92 7:0 TRTP; 93 7:0 TRTP_CLOCKS; 192 7:0 COMMON_REVISION;
            193 7:0 HASHING; 194-197 7:0 SPD_HUB; 198-201 7:0 PMIC_0; 202-205 7:0 PMIC_1; 206-209 7:0 PMIC_2; 210-213 7:0 TEMPERATURE_SENSORS; 230 4:0 HEIGHT; 231 3:0 THICKNESS_FRONT;
            231 7:4 THICKNESS_BACK; 232 4:0 RAW_CARD; 232 7:5 RAW_CARD_REVISION; 233 1:0 DRAM_ROWS; 233 2:2 HEAT_SPREADER; 233 7:4 TEMPERATURE_GRADE; 234 5:3 PACKAGE_RANKS; 234 6:6 RANK_MIX;
            235 2:0 BUS_WIDTH; 235 4:3 CHECK_BITS; 235 6:5 SUB_CHANNELS; 240-447 7:0 TYPE_SPECIFIC; 510-511 7:0 CHECKSUM; 512-513 7:0 MODULE_MAKER; 514 7:0 PLACE_OF_MAKING; 515-516 7:0 DATE;
            517-520 7:0 SERIAL; 521-550 7:0 PART_NUMBER; 551 7:0 MODULE_REVISION; 552-553 7:0 DRAM_MAKER; 554 7:0 DRAM_STEPPING; 555-639 7:0 MAKER_SPECIFIC; 640-1023 7:0 USER_AREA""");

    private static final Set<SpdKey> MAKERS = Set.of(
            SpdKey.MODULE_MAKER,
            SpdKey.DRAM_MAKER,
            SpdKey.SPD_HUB,
            SpdKey.PMIC_0,
            SpdKey.PMIC_1,
            SpdKey.PMIC_2,
            SpdKey.TEMPERATURE_SENSORS);

    /** A base image whose texts and ids are programmed, so that a flipped bit shows. */
    private static byte[] base(String generation) {
        byte[] image =
                switch (generation) {
                    case "DDR" -> SpdImages.ddr();
                    case "DDR2" -> SpdImages.ddr2();
                    case "DDR3" -> SpdImages.ddr3l();
                    case "DDR4" -> SpdImages.ddr4();
                    default -> SpdImages.ddr5();
                };
        for (String row : ROWS.get(generation).split(";")) {
            String[] cells = row.strip().split(" ");
            if (cells[2].equals("PART_NUMBER") || cells[2].equals("USER_AREA")) {
                for (int i = Integer.parseInt(cells[0].split("-")[0]);
                        i <= Integer.parseInt(cells[0].split("-")[1]);
                        i++) {
                    image[i] = 'E';
                }
            } else if (Set.of(
                            "SERIAL",
                            "MODULE_MAKER",
                            "DRAM_MAKER",
                            "SPD_HUB",
                            "PMIC_0",
                            "PMIC_1",
                            "PMIC_2",
                            "TEMPERATURE_SENSORS",
                            "DATE")
                    .contains(cells[2])) {
                String[] range = cells[0].split("-");
                for (int i = Integer.parseInt(range[0]); i <= Integer.parseInt(range[range.length - 1]); i++) {
                    image[i] = 0x15;
                }
            }
        }
        return image;
    }

    @ParameterizedTest
    @ValueSource(strings = {"DDR", "DDR2", "DDR3", "DDR4", "DDR5"})
    void eachRowMovesAlone(String generation) {
        byte[] image = base(generation);
        SpdReading before = SpdImages.decode(image);
        Set<SpdKey> seen = new TreeSet<>();
        List<String> wrong = new ArrayList<>();
        for (String row : ROWS.get(generation).split(";")) {
            String[] cells = row.strip().split(" ");
            SpdKey key = SpdKey.valueOf(cells[2]);
            seen.add(key);
            String[] range = cells[0].split("-");
            for (int at = Integer.parseInt(range[0]); at <= Integer.parseInt(range[range.length - 1]); at++) {
                for (int bit = cells[1].charAt(2) - '0'; bit <= cells[1].charAt(0) - '0'; bit++) {
                    byte[] flipped = image.clone();
                    flipped[at] ^= (byte) (1 << bit);
                    SpdReading after = SpdImages.decode(flipped);
                    Set<SpdKey> changed = new TreeSet<>();
                    before.fields().forEach((k, f) -> {
                        if (!after.field(k).orElseThrow().value().equals(f.value())) {
                            changed.add(k);
                        }
                    });
                    // The parity bit of a continuation count is no part of the maker; that it is wrong is a finding.
                    boolean parity = bit == 7
                            && at == Integer.parseInt(range[0])
                            && (MAKERS.contains(key) && !Set.of("DDR", "DDR2").contains(generation));
                    if (!changed.equals(parity ? Set.of() : Set.of(key))) {
                        wrong.add("byte " + at + " bit " + bit + " should change " + key + " but changed " + changed);
                    }
                }
            }
        }
        assertThat(wrong).isEmpty();
        // Every field of the layout was flipped; byte 2 makes the layout, and a time base moves every time at once.
        Set<SpdKey> rest = new TreeSet<>(before.fields().keySet());
        rest.removeAll(seen);
        rest.removeAll(Set.of(SpdKey.DEVICE_TYPE, SpdKey.MEDIUM_TIMEBASE, SpdKey.FINE_TIMEBASE));
        assertThat(rest).isEmpty();
    }
}

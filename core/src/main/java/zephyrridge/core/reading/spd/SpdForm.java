package zephyrridge.core.reading.spd;

import java.util.Locale;
import zephyrridge.core.module.CasLatencies;
import zephyrridge.core.module.Jep106;
import zephyrridge.core.reading.Bytes;

/** How the bits of a row are read. The word in the layout tables is the constant's name, '-' for '_'. */
enum SpdForm {
    /** The bits as a number, with the unit the table names. */
    NUMBER {
        @Override
        String value(SpdCell cell, Bytes image, long raw, SpdTimebase base) {
            return cell.unit().isEmpty() ? Long.toString(raw) : raw + " " + cell.unit();
        }
    },
    /** A number that is stored less a constant: "12" in the table, or "15 mm" with a unit. */
    PLUS {
        @Override
        String value(SpdCell cell, Bytes image, long raw, SpdTimebase base) {
            int blank = cell.unit().indexOf(' ');
            return amount(cell, raw, base, image)
                    + (blank < 0 ? "" : cell.unit().substring(blank));
        }

        @Override
        int amount(SpdCell cell, long raw, SpdTimebase base, Bytes image) {
            int blank = cell.unit().indexOf(' ');
            return (int) raw
                    + Integer.parseInt(blank < 0 ? cell.unit() : cell.unit().substring(0, blank));
        }
    },
    CODE {
        @Override
        String value(SpdCell cell, Bytes image, long raw, SpdTimebase base) {
            return raw < cell.table().length ? cell.table()[(int) raw] : null;
        }
    },
    /** Each set bit has a meaning of its own. */
    FLAGS {
        @Override
        String value(SpdCell cell, Bytes image, long raw, SpdTimebase base) {
            StringBuilder names = new StringBuilder();
            for (int bit = 0; bit < 8; bit++) {
                if ((raw >> bit & 1) == 1) {
                    if (cell.table()[bit] == null) {
                        return null;
                    }
                    names.append(names.isEmpty() ? "" : "; ").append(cell.table()[bit]);
                }
            }
            return names.isEmpty() ? "none" : names.toString();
        }
    },
    HEX {
        @Override
        String value(SpdCell cell, Bytes image, long raw, SpdTimebase base) {
            if (cell.parts() == 0) {
                int same = image.uniform(cell.first(), cell.offsets().length);
                return same >= 0 && cell.offsets().length > 8
                        ? cell.offsets().length + " x 0x" + hex2(same)
                        : image.hex(cell.first(), cell.offsets().length);
            }
            return "0x" + (cell.parts() == 1 ? hex2((int) raw) : hex2((int) raw >> 8) + hex2((int) raw & 0xFF));
        }
    },
    REVISION {
        @Override
        String value(SpdCell cell, Bytes image, long raw, SpdTimebase base) {
            return (raw >> 4) + "." + (raw & 15);
        }
    },
    /** Dividend and divisor. */
    RATIO {
        @Override
        String value(SpdCell cell, Bytes image, long raw, SpdTimebase base) {
            long dividend = cell.parts() == 1 ? raw >> 4 : raw >> 8;
            long divisor = cell.parts() == 1 ? raw & 15 : raw & 0xFF;
            return divisor == 0 ? null : dividend + "/" + divisor + " " + cell.unit();
        }
    },
    /** Medium timebases plus a signed fine part. */
    MTB(true) {
        @Override
        int amount(SpdCell cell, long raw, SpdTimebase base, Bytes image) {
            return base.picoseconds(raw, cell.fine() < 0 ? 0 : (byte) image.u8(cell.fine()));
        }
    },
    PS(true) {
        @Override
        int amount(SpdCell cell, long raw, SpdTimebase base, Bytes image) {
            return (int) raw;
        }
    },
    NS(true) {
        @Override
        int amount(SpdCell cell, long raw, SpdTimebase base, Bytes image) {
            return (int) raw * 1000;
        }
    },
    /** Quarter nanoseconds. */
    QUARTER(true) {
        @Override
        int amount(SpdCell cell, long raw, SpdTimebase base, Bytes image) {
            return (int) raw * 250;
        }
    },
    /** Whole nanoseconds and tenths as two nibbles; A to E stand for .25, 1/3, 2/3, .75 and .875. */
    NIBBLE(true) {
        @Override
        int amount(SpdCell cell, long raw, SpdTimebase base, Bytes image) {
            int part =
                    switch ((int) raw & 15) {
                        case 10 -> 250;
                        case 11 -> 333;
                        case 12 -> 667;
                        case 13 -> 750;
                        case 14 -> 875;
                        case 15 -> -1;
                        default -> ((int) raw & 15) * 100;
                    };
            return part < 0 ? -1 : (int) (raw >> 4) * 1000 + part;
        }
    },
    /** Hundredths of a nanosecond as two BCD digits. */
    BCD(true) {
        @Override
        int amount(SpdCell cell, long raw, SpdTimebase base, Bytes image) {
            return raw >> 4 > 9 || (raw & 15) > 9 ? -1 : (int) ((raw >> 4) * 10 + (raw & 15)) * 10;
        }
    },
    HUNDREDTHS(true) {
        @Override
        int amount(SpdCell cell, long raw, SpdTimebase base, Bytes image) {
            return (int) raw * 10;
        }
    },
    /** DDR2's tRFC: bit of 256 ns, three bits of a fraction, whole nanoseconds. */
    EXTENDED_RFC(true) {
        @Override
        int amount(SpdCell cell, long raw, SpdTimebase base, Bytes image) {
            return extended((int) (raw >> 8) & 7, ((int) (raw >> 11) & 1) * 256 + (int) (raw & 0xFF));
        }
    },
    EXTENDED_RC(true) {
        @Override
        int amount(SpdCell cell, long raw, SpdTimebase base, Bytes image) {
            return extended((int) (raw >> 8) & 7, (int) (raw & 0xFF));
        }
    },
    /** A raw card: letters of the alphabet without I, O, Q, S, X, Z; 31 means no reference card. */
    CARD {
        @Override
        String value(SpdCell cell, Bytes image, long raw, SpdTimebase base) {
            if ((raw & 31) == 31) {
                return "ZZ";
            }
            int index = (int) (raw & 31) + (raw >= 32 ? 31 : 0);
            return index < 20
                    ? CARDS.substring(index, index + 1)
                    : CARDS.charAt((index - 20) / 20) + "" + CARDS.charAt((index - 20) % 20);
        }
    },
    CL {
        @Override
        String value(SpdCell cell, Bytes image, long raw, SpdTimebase base) {
            if (cell.unit().equals("ddr")) {
                StringBuilder list = new StringBuilder();
                for (int bit = 0; bit < 7; bit++) {
                    if ((raw >> bit & 1) == 1) {
                        list.append(list.isEmpty() ? "" : " ")
                                .append((bit + 2) / 2)
                                .append(bit % 2 == 1 ? ".5" : "");
                    }
                }
                return list.toString();
            }
            StringBuilder list = new StringBuilder(48);
            CasLatencies map = casLatencies(cell, raw);
            for (int cl = map.smallestFrom(1); cl > 0; cl = map.smallestFrom(cl + 1)) {
                if (!list.isEmpty()) {
                    list.append(' ');
                }
                list.append(cl);
            }
            return list.toString();
        }
    },
    TEXT {
        @Override
        String value(SpdCell cell, Bytes image, long raw, SpdTimebase base) {
            return image.text(cell.first(), cell.offsets().length);
        }
    },
    SERIAL {
        @Override
        String value(SpdCell cell, Bytes image, long raw, SpdTimebase base) {
            int same = image.uniform(cell.first(), 4);
            return same == 0 || same == 0xFF ? "" : image.hex(cell.first(), 4).replace(" ", "");
        }
    },
    /** Year and week as BCD; the century is not stored and taken as 20. */
    DATE {
        @Override
        String value(SpdCell cell, Bytes image, long raw, SpdTimebase base) {
            int year = image.u8(cell.first());
            int week = image.u8(cell.first() + 1);
            if (year == week && (year == 0 || year == 0xFF)) {
                return "";
            }
            int number = (week >> 4) * 10 + (week & 15);
            boolean digits = (year & 15) < 10 && year >> 4 < 10 && (week & 15) < 10 && week >> 4 < 10;
            return digits && number >= 1 && number <= 53 ? "20" + hex2(year) + "-W" + hex2(week) : null;
        }
    },
    /** Continuation count and code, two bytes. */
    MAKER {
        @Override
        String value(SpdCell cell, Bytes image, long raw, SpdTimebase base) {
            return Jep106.ofStored(image.u8(cell.first()), image.u8(cell.first() + 1))
                    .map(Jep106::toString)
                    .orElse("");
        }
    },
    /** A run of 0x7F continuation codes, the code, then fill. */
    MAKER_RUN {
        @Override
        String value(SpdCell cell, Bytes image, long raw, SpdTimebase base) {
            int n = 0;
            while (n < cell.offsets().length - 1 && image.u8(cell.first() + n) == 0x7F) {
                n++;
            }
            return Jep106.ofStored(n, image.u8(cell.first() + n))
                    .map(Jep106::toString)
                    .orElse("");
        }
    },
    /** A part on the module: maker, type, revision. */
    PART {
        @Override
        String value(SpdCell cell, Bytes image, long raw, SpdTimebase base) {
            int at = cell.first();
            return Jep106.ofStored(image.u8(at), image.u8(at + 1))
                    .map(maker ->
                            maker + ", type 0x" + hex2(image.u8(at + 2)) + ", revision 0x" + hex2(image.u8(at + 3)))
                    .orElse("");
        }
    };

    private static final String CARDS = "ABCDEFGHJKLMNPRTUVWY";
    private final boolean time;

    SpdForm() {
        this(false);
    }

    SpdForm(boolean time) {
        this.time = time;
    }

    static SpdForm of(String word) {
        return valueOf(word.toUpperCase(Locale.ROOT).replace('-', '_'));
    }

    boolean coded() {
        return this == CODE || this == FLAGS;
    }

    boolean isTime() {
        return time;
    }

    /** The value as text, "" when not programmed, null when the bits have no known meaning. */
    String value(SpdCell cell, Bytes image, long raw, SpdTimebase base) {
        int ps = amount(cell, raw, base, image);
        return ps < 0 ? null : nanoseconds(ps);
    }

    /** The number behind it: picoseconds for times; -1 when the bits have no known meaning. */
    int amount(SpdCell cell, long raw, SpdTimebase base, Bytes image) {
        return (int) raw;
    }

    static CasLatencies casLatencies(SpdCell cell, long raw) {
        return switch (cell.unit()) {
            case "ddr2" -> new CasLatencies(raw & 0xFC, 0);
            case "ddr3" -> new CasLatencies((raw & 0x7FFF) << 4, 0);
            case "ddr4" -> {
                // Bits 0 to 29 are CL7 to CL36, or CL23 to CL52 with bit 31 set; bit 30 is reserved.
                yield new CasLatencies((raw & 0x3FFFFFFF) << ((raw >> 31 & 1) == 1 ? 23 : 7), 0);
            }
            case "ddr5" -> {
                CasLatencies map = CasLatencies.NONE;
                for (long rest = raw; rest != 0; rest &= rest - 1) {
                    map = map.with(20 + 2 * Long.numberOfTrailingZeros(rest));
                }
                yield map;
            }
            default -> CasLatencies.NONE;
        };
    }

    private static int extended(int fraction, int nanoseconds) {
        int part =
                switch (fraction) {
                    case 0 -> 0;
                    case 1 -> 250;
                    case 2 -> 333;
                    case 3 -> 500;
                    case 4 -> 667;
                    case 5 -> 750;
                    default -> -1;
                };
        return part < 0 ? -1 : nanoseconds * 1000 + part;
    }

    /** "13.75 ns": exact to the picosecond, no trailing zeros. */
    static String nanoseconds(int ps) {
        int rest = ps % 1000;
        if (rest == 0) {
            return ps / 1000 + " ns";
        }
        StringBuilder s = new StringBuilder(12).append(ps / 1000).append('.').append((char) ('0' + rest / 100));
        if (rest % 100 != 0) {
            s.append((char) ('0' + rest / 10 % 10));
            if (rest % 10 != 0) {
                s.append((char) ('0' + rest % 10));
            }
        }
        return s.append(" ns").toString();
    }

    private static String hex2(int b) {
        return "" + Character.toUpperCase(Character.forDigit(b >> 4 & 15, 16))
                + Character.toUpperCase(Character.forDigit(b & 15, 16));
    }
}

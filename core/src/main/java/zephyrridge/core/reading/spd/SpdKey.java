package zephyrridge.core.reading.spd;

/** A field of an SPD image, whatever the generation; {@link #term()} is the standards' own name for it. */
public enum SpdKey {
    BYTES_USED("bytes used"), BYTES_TOTAL("bytes total"), SIZE_LOG2("device size, log2 of bytes"), BETA_LEVEL("beta level"), CRC_COVERAGE("bytes under the CRC"),
    SPD_REVISION("SPD revision"), DEVICE_TYPE("DRAM device type"), MODULE_TYPE("module type"), HYBRID_MEDIA("hybrid media"), HYBRID("hybrid"),
    EXTENDED_MODULE_TYPE("extended module type"), DENSITY("density per die"), BANK_BITS("bank address bits"), BANK_GROUP_BITS("bank group bits"), BANKS("banks per device"),
    ROW_BITS("row address bits"), COLUMN_BITS("column address bits"), PACKAGE_RANKS("package ranks"), DEVICE_WIDTH("device width"),
    CHECK_DEVICE_WIDTH("check device width"), BUS_WIDTH("primary bus width"), CHECK_BITS("bus width extension"), CHECKING("data integrity"), SUB_CHANNELS("sub-channels"),
    RANK_MIX("rank mix"), RANK_SIZE("rank size"), CARD_ON_CARD("card on card"), STACKED_PACKAGE("stacked package"), NON_MONOLITHIC("non-monolithic package"),
    DIE_COUNT("dies per package"), LOADING("signal loading"), SECOND_NON_MONOLITHIC("second package: non-monolithic"), SECOND_DIE_COUNT("second package: dies"),
    SECOND_DENSITY_RATIO("second package: density ratio"), SECOND_LOADING("second package: loading"), SECOND_DENSITY("second device: density"),
    SECOND_ROW_BITS("second device: row bits"), SECOND_COLUMN_BITS("second device: column bits"), SECOND_DEVICE_WIDTH("second device: width"),
    SECOND_BANK_GROUP_BITS("second device: bank group bits"), SECOND_BANK_BITS("second device: bank bits"), VOLTAGE_INTERFACE("voltage interface"), VOLTAGES("supply voltages"),
    VDD("VDD"), VDDQ("VDDQ"), VPP("VPP"), REGISTERED("registered"), REFRESH("refresh"), BURST_LENGTHS("burst lengths"), MODULE_ATTRIBUTES("module attributes"),
    DEVICE_ATTRIBUTES("device attributes"), OPTIONAL_FEATURES("optional features"), THERMAL_REFRESH("thermal and refresh options"), THERMAL_SENSOR("thermal sensor"),
    MAX_ACTIVATE("maximum activate count"), MAX_ACTIVATE_WINDOW("maximum activate window"), PACKAGE_REPAIR("post-package repair"), SOFT_REPAIR("soft post-package repair"),
    REPAIR_FEATURES("BL32 and repair flags"), DUTY_CYCLE("duty cycle adjuster"), FAULT_HANDLING("fault handling"), TIMING_FLAGS("timing flags"),
    MEDIUM_TIMEBASE("medium timebase"), FINE_TIMEBASE("fine timebase"), TCK_MIN("tCKmin"), TCK_MAX("tCKmax"), TCK_AT_CL_X("tCK at the highest CL"), TAC_AT_CL_X("tAC at the highest CL"),
    TCK_AT_CL_X_1("tCK at the next lower CL"), TAC_AT_CL_X_1("tAC at the next lower CL"), TCK_AT_CL_X_2("tCK at the lowest CL"), TAC_AT_CL_X_2("tAC at the lowest CL"),
    CL_MAP("CAS latencies"), TAA("tAAmin"), TRCD("tRCDmin"), TRP("tRPmin"), TRAS("tRASmin"), TRC("tRCmin"), TWR("tWRmin"), TRRD("tRRDmin"), TRRD_S("tRRD_S"), TRRD_L("tRRD_L"),
    TRRD_L_CLOCKS("tRRD_L, clocks"), TRFC("tRFCmin"), TRFC1("tRFC1"), TRFC2("tRFC2"), TRFC4("tRFC4"), TRFC_SB("tRFCsb"), TRFC1_DLR("tRFC1, other logical rank"),
    TRFC2_DLR("tRFC2, other logical rank"), TRFC_SB_DLR("tRFCsb, other logical rank"), TFAW("tFAW"), TFAW_CLOCKS("tFAW, clocks"), TWTR("tWTRmin"), TWTR_S("tWTR_S"), TWTR_L("tWTR_L"),
    TRTP("tRTPmin"), TRTP_CLOCKS("tRTP, clocks"), TCCD_L("tCCD_L"), TCCD_L_CLOCKS("tCCD_L, clocks"), TCCD_L_WR("tCCD_L_WR"), TCCD_L_WR_CLOCKS("tCCD_L_WR, clocks"),
    TCCD_L_WR2("tCCD_L_WR2"), TCCD_L_WR2_CLOCKS("tCCD_L_WR2, clocks"), TCCD_L_WTR("tCCD_L_WTR"), TCCD_L_WTR_CLOCKS("tCCD_L_WTR, clocks"), TCCD_S_WTR("tCCD_S_WTR"),
    TCCD_S_WTR_CLOCKS("tCCD_S_WTR, clocks"), TIS("tIS"), TIH("tIH"), TDS("tDS"), TDH("tDH"), TDQSQ("tDQSQ"), TQHS("tQHS"), PLL_RELOCK("PLL relock time"),
    REFRESH_MANAGEMENT("refresh management"), ANALYSIS_PROBE("analysis probe"), THERMAL_MODEL("thermal model"), BIT_MAPPING("connector to DRAM bit mapping"),
    COMMON_REVISION("revision of the common block"), HASHING("hashing sequence"), SPD_HUB("SPD hub"), PMIC_0("PMIC 0"), PMIC_1("PMIC 1"), PMIC_2("PMIC 2"),
    TEMPERATURE_SENSORS("temperature sensors"), HEIGHT("height, at most"), THICKNESS("thickness code"), THICKNESS_FRONT("thickness of the front, at most"),
    THICKNESS_BACK("thickness of the back, at most"), RAW_CARD("reference raw card"), RAW_CARD_REVISION("raw card revision"), RAW_CARD_EXTENSION("raw card extension"),
    DRAM_ROWS("rows of DRAM"), HEAT_SPREADER("heat spreader"), TEMPERATURE_GRADE("temperature grade"), MIRRORING_OR_REGISTERS("mirroring, or registers and rows"),
    REGISTER_BYTES("register bytes"), TYPE_SPECIFIC("bytes of the module type"), CHECKSUM("checksum"), CHECKSUM_2("checksum of the second block"), MODULE_MAKER("module manufacturer, JEP106"),
    PLACE_OF_MAKING("manufacturing location"), DATE("manufacturing date"), SERIAL("serial number"), PART_NUMBER("part number"), MODULE_REVISION("module revision"),
    DRAM_MAKER("DRAM manufacturer, JEP106"), DRAM_STEPPING("DRAM stepping"), MAKER_SPECIFIC("manufacturer's bytes"), USER_AREA("end-user bytes");

    private final String term;

    SpdKey(String term) {
        this.term = term;
    }

    public String term() {
        return term;
    }
}

package zephyrridge.core.module;

/** How several dies share a package. MULTI_LOAD dies show up as ranks; SINGLE_LOAD (3DS) multiplies the logical ranks. */
public enum Stacking {
    SINGLE_DIE,
    MULTI_LOAD,
    SINGLE_LOAD
}

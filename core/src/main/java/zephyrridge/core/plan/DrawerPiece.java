package zephyrridge.core.plan;

import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.Money;

/**
 * A module of the drawer that is free and not known to be bad.
 *
 * @param tested whether somebody saw it good: an untested one is an honest piece that says so
 */
public record DrawerPiece(String tag, ModuleSpec spec, Money bookValue, boolean tested) {
    public DrawerPiece(String tag, ModuleSpec spec, Money bookValue) {
        this(tag, spec, bookValue, true);
    }
}

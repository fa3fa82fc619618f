package zephyrridge.core.plan;

import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.Money;

/** A module of the drawer that is free and not known to be bad. */
public record DrawerPiece(String tag, ModuleSpec spec, Money bookValue) {}

package zephyrridge.core.plan;

import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluator;
import zephyrridge.core.limit.LimitJudge;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.Money;

/**
 * What layouts are looked for in.
 *
 * @param asFound what is in it, with what that machine lacks
 * @param own the modules in it by position
 * @param ownValue book value of those that the shop would take over, by position; others are worth nothing to it
 * @param firmware version noted, "" for none; {@code processor} fitted, "" for not known
 * @param fitDay day from today on which it is to be fitted; the proof falls on it or on the day it is ready, whichever is later
 */
public record PlanTask(
        MachineRecord record,
        LayoutEvaluator evaluator,
        LimitJudge limits,
        HouseRules house,
        Host host,
        Layout asFound,
        SortedMap<String, ModuleSpec> own,
        Map<String, Money> ownValue,
        List<DrawerPiece> drawer,
        List<Offer> offers,
        Terms terms,
        Target target,
        String firmware,
        String processor,
        int fitDay) {
    public PlanTask {
        own = new TreeMap<>(own);
        drawer = List.copyOf(drawer);
        offers = List.copyOf(offers);
    }

    /** All that an answer depends on: what was found for one task is true of every other whose basis is equal. */
    public Object basis() {
        return List.of(
                record,
                limits.basis(),
                house,
                host,
                asFound,
                own,
                ownValue,
                drawer,
                offers,
                terms,
                target,
                firmware,
                processor,
                fitDay);
    }

    PlanTask withTestedOnly() {
        return with(drawer.stream().filter(DrawerPiece::tested).toList(), offers, target);
    }

    /** The same for what is wanted in its place. */
    public PlanTask withTarget(Target next) {
        return with(drawer, offers, next);
    }

    /** The same with nothing to be had but this. */
    public PlanTask withOnly(List<DrawerPiece> pieces, List<Offer> lines) {
        return with(pieces, lines, target);
    }

    private PlanTask with(List<DrawerPiece> pieces, List<Offer> lines, Target next) {
        return new PlanTask(
                record, evaluator, limits, house, host, asFound, own, ownValue, pieces, lines, terms, next, firmware,
                processor, fitDay);
    }
}

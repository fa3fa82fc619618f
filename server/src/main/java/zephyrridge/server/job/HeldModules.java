package zephyrridge.server.job;

import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeSet;
import org.springframework.stereotype.Component;
import zephyrridge.core.now.DrawerUse;
import zephyrridge.core.unit.Unit;
import zephyrridge.server.drawer.Drawer;
import zephyrridge.server.text.Texts;

/** The drawer in step with what jobs hold, pull and find bad. */
@Component
class HeldModules {
    private final Drawer drawer;
    private final Texts texts;

    HeldModules(Drawer drawer, Texts texts) {
        this.texts = texts;
        this.drawer = drawer;
    }

    /** Modules of the drawer come and go with what the job holds; one that another job has meanwhile refuses the change. */
    void hold(long id, Unit before, Unit after) {
        SortedSet<String> held = DrawerUse.held(after);
        SortedSet<String> was = DrawerUse.held(before);
        if (!held.equals(was)
                || !after.modules().keySet().equals(before.modules().keySet())) {
            SortedSet<String> free = new TreeSet<>(was);
            before.modules().values().forEach(m -> m.tag().ifPresent(free::add));
            free.removeAll(held);
            free.forEach(tag -> drawer.giveBack(tag, id));
        }
        held.stream().filter(tag -> !was.contains(tag)).forEach(tag -> drawer.take(tag, id));
        SortedMap<String, String> pulled = DrawerUse.pulled(after);
        SortedMap<String, String> pulledBefore = DrawerUse.pulled(before);
        pulledBefore.keySet().stream().filter(t -> !pulled.containsKey(t)).forEach(tag -> drawer.notPulled(tag, id));
        SortedSet<String> bad = DrawerUse.bad(after);
        SortedSet<String> badBefore = DrawerUse.bad(before);
        String why = texts.say("note.foundBad", "job", id);
        String by = "job #" + id;
        pulled.forEach((tag, key) -> {
            if (!pulledBefore.containsKey(tag)) {
                drawer.pulled(tag, after.modules().get(key).labelLine(), id, ranWithIt(before));
            }
        });
        bad.stream().filter(t -> !badBefore.contains(t)).forEach(t -> drawer.mark(t, Drawer.Tested.BAD, why, by));
        // What was taken back leaves a doubt.
        badBefore.stream()
                .filter(t -> !bad.contains(t))
                .forEach(t -> drawer.mark(t, Drawer.Tested.SUSPECT, "taken back: " + why, by));
    }

    /** Whether somebody read a total of the machine before anything was changed: then it ran with what was in it. */
    private static boolean ranWithIt(Unit unit) {
        return unit.before().firmwareTotal().isPresent()
                || unit.before().systemTotal().isPresent();
    }
}

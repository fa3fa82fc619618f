package zephyrridge.server.demo;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import zephyrridge.core.change.Change;
import zephyrridge.core.change.EvidenceChange;
import zephyrridge.core.change.StartChange;
import zephyrridge.core.unit.JobModule;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.room.Rooms;

/** The school's room of twelve, half way: eight laptops of which one shows something else than the three that were read, and four small desktops. */
@Component
@ConditionalOnProperty(name = "zephyr.demo", havingValue = "true")
class DemoRoom {
    private static final String BY = "ilka";
    private static final String LAPTOP = "quarrow-fell-13";

    private final Rooms rooms;
    private final Jobs jobs;

    DemoRoom(Rooms rooms, Jobs jobs) {
        this.rooms = rooms;
        this.jobs = jobs;
    }

    void load() {
        long room = rooms.takeIn(
                "Computer room",
                "School at the ford",
                "Lessons with video; the machines must last three more years",
                List.of(
                        new Rooms.Kind(
                                LAPTOP,
                                List.of(
                                        "QF13-4101",
                                        "QF13-4102",
                                        "QF13-4103",
                                        "QF13-4104",
                                        "QF13-4105",
                                        "QF13-4106",
                                        "QF13-4107",
                                        "QF13-4108")),
                        new Rooms.Kind("brindlecombe-cairn", List.of("BC-0771", "BC-0772", "BC-0773", "BC-0774"))),
                Optional.empty(),
                BY);
        rooms.asUsual(room, seen(room, 0, 12), BY);
        for (int i = 0; i < 3; i++) {
            read(room, i, "4GB 1Rx16 PC4-2666V-SC0-11", "socket-b", "12 GB");
        }
        rooms.standsFor(room, LAPTOP, seen(room, 3, 8), BY);
        for (int i = 3; i < 6; i++) {
            total(room, i, "12 GB");
        }
        // A bank and nothing beside it: somebody took a module out.
        total(room, 6, "8 GB");
        for (int i = 8; i < 11; i++) {
            read(room, i, "4GB 1Rx8 PC4-2400T-SA0-11", "lower", "4 GB");
        }
    }

    private List<Rooms.Seen> seen(long room, int from, int to) {
        return rooms.jobs(room, BY).subList(from, to).stream()
                .map(c -> new Rooms.Seen(c.row().id(), c.row().version()))
                .toList();
    }

    private void read(long room, int place, String label, String position, String total) {
        then(room, place, new EvidenceChange.AddModule(JobModule.Origin.FOUND, label, Optional.of(position)));
        total(room, place, total);
    }

    private void total(long room, int place, String total) {
        then(
                room,
                place,
                new StartChange.EnterReadout(
                        StartChange.Phase.BEFORE, Optional.empty(), Map.of("firmwareTotal", total)));
    }

    private void then(long room, int place, Change change) {
        Rooms.Seen s = seen(room, place, place + 1).get(0);
        jobs.change(s.job(), s.version(), change, Optional.empty(), BY);
    }
}

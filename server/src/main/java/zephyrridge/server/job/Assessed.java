package zephyrridge.server.job;

import zephyrridge.core.standing.Assessment;
import zephyrridge.core.unit.Work;
import zephyrridge.server.machine.Machines;

/** A job worked out on its machine: all of it unchanging, to be handed to whoever asks. */
record Assessed(Work work, Machines.Ready machine, Assessment assessment) {
    static Assessed of(Work work, Machines.Ready machine) {
        return new Assessed(work, machine, Assessment.of(machine.bench(), work));
    }
}

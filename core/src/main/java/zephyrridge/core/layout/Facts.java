package zephyrridge.core.layout;

import zephyrridge.core.machine.Controller;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.Position;
import zephyrridge.core.module.ModuleSpec;

/** What the rules ask about one layout, summed up once. A module that feeds several channels counts in each with its share. */
final class Facts {
    final CompiledMachine machine;
    final Layout layout;
    final Layout asFound;
    final Host host;
    final ModuleSpec[] modules;
    /** By channel: MiB, modules, and chip selects of modules that are not load-reduced. */
    final long[] totalMib;

    final int[] count;
    long installedMib;

    Facts(CompiledMachine machine, Layout layout, Layout asFound, Host host) {
        this.machine = machine;
        this.layout = layout;
        this.asFound = asFound;
        this.host = host;
        modules = layout.raw();
        totalMib = new long[machine.channelIds.length];
        count = new int[machine.channelIds.length];
        for (int p = 0; p < modules.length; p++) {
            if (modules[p] != null && missing(p) == null) {
                long mib = modules[p].capacity().mebibytes();
                installedMib += mib;
                int[] channels = machine.channelsOf[p];
                for (int channel : channels) {
                    totalMib[channel] += mib / channels.length;
                    count[channel]++;
                }
            }
        }
    }

    Controller controller() {
        return machine.record.controller();
    }

    Position position(int p) {
        return machine.positions[p];
    }

    /** The carrier or processor whose absence takes this position away, or null when it is there. */
    String missing(int p) {
        Position position = machine.positions[p];
        if (position.carrier().isPresent() && layout.isAbsent(position.carrier().get())) {
            return position.carrier().get();
        }
        String processor = machine.record.processors().get(machine.processorOf[machine.channelsOf[p][0]]);
        return layout.isAbsent(processor) ? processor : null;
    }

    /** A module that is there and counts: filled, and its position exists. */
    boolean counts(int p) {
        return modules[p] != null && missing(p) == null;
    }
}

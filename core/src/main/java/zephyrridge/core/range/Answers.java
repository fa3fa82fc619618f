package zephyrridge.core.range;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.StringJoiner;
import zephyrridge.core.machine.Position;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.reading.smbios.SmbiosEncoder;
import zephyrridge.core.survey.Dumps;
import zephyrridge.core.unit.Unit;

/** What a machine of the range gives when it is asked, in the formats that people hand in: made up, and of no real machine. */
public final class Answers {
    private Answers() {}

    /** Its firmware's table, of a machine that shows all that is in it. */
    public static byte[] table(Secret secret, Unit unit) {
        return table(secret, unit, secret.machine().asItRan(secret.arrangement(unit)));
    }

    /** Its firmware's table, as the modules lie by now and as far as it showed them at its last start. */
    public static byte[] table(Secret secret, Unit unit, Simulated.Sight sight) {
        Map<String, ModuleSpec> listed = new HashMap<>(secret.modules(unit));
        listed.keySet().retainAll(sight.listed());
        return SmbiosEncoder.encode(
                Dumps.firmware(
                        secret.record(),
                        listed,
                        Map.of(),
                        Optional.of(secret.rate(unit)),
                        new Dumps.Habits(secret.banksAsModules(), false)),
                SmbiosEncoder.Wrapping.ENTRY_POINT);
    }

    /** What is stored in a module. */
    public static byte[] chip(Piece piece) {
        return Dumps.spd(piece.spec(), Dumps.Marking.NONE);
    }

    /** What the window of memory of an operating system says. */
    public static String window(Secret secret, Unit unit, Simulated.Sight sight) {
        Map<String, ModuleSpec> modules = secret.modules(unit);
        long sockets = secret.record().positions().stream()
                .filter(p -> !p.isSoldered() || secret.banksAsModules())
                .count();
        long used = secret.record().positions().stream()
                .filter(p -> p.isSoldered() ? secret.banksAsModules() : modules.containsKey(p.id()))
                .map(Position::id)
                .filter(sight.listed()::contains)
                .count();
        StringJoiner lines = new StringJoiner("\n");
        lines.add("Memory");
        sight.systemMebibytes().ifPresent(m -> lines.add("Installed physical memory: " + m / 1024.0 + " GB"));
        lines.add("Slots used: " + used + " of " + sockets);
        return lines.toString();
    }
}

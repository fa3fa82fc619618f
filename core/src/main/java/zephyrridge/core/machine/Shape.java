package zephyrridge.core.machine;

import java.util.Arrays;
import java.util.List;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.table.CsvTable;

/**
 * A shape that memory comes in (shapes.csv; ).
 *
 * @param channels for each channel its positions as letters; see the table's header
 * @param share of the machines on a bench that have it, 0 to 1
 */
public record Shape(String id, FormFactor form, List<String> channels, double share) {
    private static final List<Shape> ALL = CsvTable.read(Shape.class, "shapes.csv", 4).stream()
            .map(c ->
                    new Shape(c[0], FormFactor.valueOf(c[1]), Arrays.asList(c[2].split("/")), Double.parseDouble(c[3])))
            .toList();

    public Shape {
        channels = List.copyOf(channels);
    }

    /** The commonest first. */
    public static List<Shape> all() {
        return ALL;
    }

    public int banks() {
        return count('B');
    }

    public int sockets() {
        return positions() - banks();
    }

    private int positions() {
        return channels.stream().mapToInt(String::length).sum();
    }

    private int count(char letter) {
        return (int) channels.stream()
                .flatMapToInt(String::chars)
                .filter(c -> c == letter)
                .count();
    }
}

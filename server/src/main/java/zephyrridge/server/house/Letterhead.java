package zephyrridge.server.house;

import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;

/**
 * What stands at the head of each paper.
 *
 * @param name of the shop; "" for no head
 * @param mark a few letters in a frame before the name; "" for none
 * @param address where it is and how it is reached, one line
 */
public record Letterhead(
        @NotNull @Size(max = 80) String name,
        @NotNull @Size(max = 4) String mark,
        @NotNull @Size(max = 160) String address) {
    static final Letterhead NONE = new Letterhead("", "", "");
}

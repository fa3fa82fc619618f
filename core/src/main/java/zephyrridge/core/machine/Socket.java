package zephyrridge.core.machine;

import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import java.util.List;
import java.util.Optional;

/**
 * How a module goes into a socket.
 *
 * @param keySide on which side the notch lies, by a landmark of the machine
 * @param angleFrom insertion angle in degrees, 90 for straight down
 * @param lower the position below it in a stacked socket, which is filled first
 * @param turned whether this socket is turned round against its neighbour
 * @param screws that hold a compression module, in the order in which they are tightened, each by where it is; empty where there are none
 *     or nobody noted them
 * @param clearanceMillimetres room for a module's height; empty where nobody measured
 * @param colour by which the board's sockets are told apart, as a word; empty where it has none or nobody noted it
 */
public record Socket(
        String keySide,
        int angleFrom,
        int angleTo,
        Optional<String> lower,
        boolean turned,
        int latches,
        Optional<Integer> clearanceMillimetres,
        @JsonSetter(nulls = Nulls.AS_EMPTY) List<String> screws,
        Optional<String> colour) {
    public Socket {
        screws = List.copyOf(screws);
    }
}

package zephyrridge.core.quantity;

import java.util.function.Function;

/**
 * What a search with a bound came to. Whoever wants the value has to say what holds where the bound ended the search: a cut search
 * shows neither that something is so nor that it is the best.
 *
 * @param found the best known when it ended
 * @param exact whether all was looked at
 */
public record Bounded<T>(T found, boolean exact) {
    public static <T> Bounded<T> exactly(T value) {
        return new Bounded<>(value, true);
    }

    public static <T> Bounded<T> cut(T sofar) {
        return new Bounded<>(sofar, false);
    }

    /** The value where all was looked at, else what is safe to take in its place. */
    public T orIfCut(T safe) {
        return exact ? found : safe;
    }

    public <R> Bounded<R> map(Function<? super T, ? extends R> of) {
        return new Bounded<>(of.apply(found), exact);
    }
}

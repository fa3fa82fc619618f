package zephyrridge.core.unit;

/** One machine on the bench with the order it belongs to. */
public record Work(Order order, Unit unit) {
    public Work with(Unit next) {
        return new Work(order, next);
    }

    public static Work takenIn(String owner, String wish) {
        return new Work(new Order(owner, wish), Unit.NEW);
    }
}

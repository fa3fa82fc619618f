package zephyrridge.core.change;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import zephyrridge.core.log.Entry;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.now.DrawerUse;
import zephyrridge.core.plan.Offer;
import zephyrridge.core.plan.PlanOption;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.unit.Alternative;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Whence;
import zephyrridge.core.unit.Work;

/** What is to be in it. */
public sealed interface PlanChange extends Change {
    /** Puts a module of the drawer beside the plan, to be tried; it stays free for others until the plan is chosen. */
    record TakeFromDrawer(@NotBlank @Size(max = 32) String tag) implements PlanChange {
        @Override
        public Work to(Situation s) {
            return s.work.with(s.unit.withModule(fromDrawer(s, tag)));
        }

        static JobModule fromDrawer(Situation s, String tag) {
            return fromDrawer(s, s.unit, tag);
        }

        /** The same for a unit on its way. */
        static JobModule fromDrawer(Situation s, Unit next, String tag) {
            if (withTag(next, tag).isPresent()) {
                throw s.refused(Refusal.TAG_HERE_ALREADY.of("tag", tag));
            }
            Ports.Stock stock = s.stock(tag);
            return JobModule.drawn(s.freshKey(next), stock.labelLine(), tag, stock.spec());
        }

        static Optional<JobModule> withTag(Unit unit, String tag) {
            return unit.modules().values().stream()
                    .filter(m -> m.tag().map(tag::equals).orElse(false))
                    .findFirst();
        }
    }

    record RemoveModule(@NotBlank @Size(max = 16) String key) implements PlanChange {
        @Override
        public Work to(Situation s) {
            JobModule module = s.module(key);
            boolean inLog = s.unit.log().entries().stream()
                            .anyMatch(e ->
                                    e instanceof Entry.Moved m && m.module().equals(key)
                                            || e instanceof Entry.Started t
                                                    && t.arrangement().containsValue(key)
                                            || e instanceof Entry.Reseated r
                                                    && r.module().equals(key))
                    || s.unit.log().happened().stream()
                            .anyMatch(e -> e.namedModules().anyMatch(key::equals));
            if (inLog) {
                throw s.refused(Refusal.MODULE_IN_LOG.of("key", module.labelLine()));
            }
            return s.work.with(s.unit.withoutModule(key));
        }
    }

    /**
     * @param key the module that is to go there; {@code tag} one of the drawer instead; with neither the position is left empty
     */
    record PlanModule(
            @NotBlank @Size(max = 64) String position,
            Optional<@Size(max = 16) String> key,
            Optional<@Size(max = 32) String> tag)
            implements PlanChange {
        @Override
        public Work to(Situation s) {
            String socket = s.socket(position);
            if (tag.isEmpty()) {
                return s.work.with(s.unit.withPlanned(
                        socket, key.map(k -> s.module(k).key()).orElse("")));
            }
            Optional<JobModule> here = TakeFromDrawer.withTag(s.unit, tag.get());
            JobModule module = here.orElseGet(() -> TakeFromDrawer.fromDrawer(s, tag.get()));
            return s.work.with(s.unit.withModule(module).withPlanned(socket, module.key()));
        }
    }

    /**
     * What is planned at one position is planned at every like one. A module that is to be bought is planned as often as there are
     * like positions; of the drawer come the pieces that are named.
     *
     * @param tags of the drawer, of the same kind; what they do not reach to stays as it is
     */
    record PlanInLike(
            @NotBlank @Size(max = 64) String position, @NotNull @Size(max = 256) List<@Size(max = 32) String> tags)
            implements PlanChange {
        @Override
        public Work to(Situation s) {
            List<String> like = Likes.of(s.bench.record(), s.unit, s.unit.plannedModules(), s.socket(position), true);
            if (like.isEmpty()) {
                throw s.refused(Refusal.NOTHING_LIKE_IT.of(
                        "position", s.position(position).label()));
            }
            JobModule model = s.module(s.unit.plannedModules().get(position));
            boolean drawn = model.origin() == JobModule.Origin.DRAWER;
            if (drawn && tags.isEmpty()) {
                throw s.refused(Refusal.NONE_LEFT_IN_DRAWER.of("tags", model.labelLine()));
            }
            Unit next = s.unit;
            for (int i = 0; i < like.size() && (!drawn || i < tags.size()); i++) {
                JobModule module = drawn
                        ? TakeFromDrawer.fromDrawer(s, next, tags.get(i))
                        : JobModule.named(s.freshKey(next), JobModule.Origin.TYPED, model.labelLine(), model.spec())
                                .with(model.whence().orElse(Whence.NOT_SAID));
                if (!module.spec().equals(model.spec())) {
                    throw s.refused(Refusal.ANOTHER_KIND.of("tags", tags.get(i), model.labelLine()));
                }
                next = next.withModule(module).withPlanned(like.get(i), module.key());
            }
            return s.work.with(next);
        }
    }

    record ResetPlan() implements PlanChange {
        @Override
        public Work to(Situation s) {
            return s.work.with(s.unit.withPlanReset());
        }
    }

    /** Decides on the plan on the table: from now on its modules of the drawer are this job's. */
    record ChoosePlan(boolean chosen) implements PlanChange {
        @Override
        public Work to(Situation s) {
            if (chosen) {
                Assessment a = s.assess();
                if (a.plan().changed().isEmpty()) {
                    throw s.refused(Refusal.NOTHING_PLANNED.of("plan", ""));
                }
                s.refuseIfShut(a.plan().findings());
                Set<String> held = DrawerUse.held(s.unit);
                for (String key : s.unit.plannedModules().values()) {
                    s.unit.modules()
                            .get(key)
                            .tag()
                            .filter(t -> !held.contains(t))
                            .ifPresent(s::stock);
                }
            }
            return s.work.with(s.unit.withChosen(chosen));
        }
    }

    /**
     * Puts a whole layout on the table, under a name, with where its modules come from; what it does not name stays as found or
     * comes out.
     *
     * @param choose whether it is decided on at once
     */
    record AdoptLayout(
            @NotBlank @Size(max = 60) String name,
            @Size(max = 256) List<@Valid Piece> pieces,
            @Size(max = 64) List<@Valid Pack> packs,
            boolean choose)
            implements PlanChange {
        /** One of key, tag, offer and room says what goes there. */
        public record Piece(
                @NotBlank @Size(max = 64) String position,
                Optional<@Size(max = 16) String> key,
                Optional<@Size(max = 32) String> tag,
                Optional<@Size(max = 64) String> offer,
                Optional<@Valid FromRoom> room) {
            public Piece(String position, Optional<String> key, Optional<String> tag, Optional<String> offer) {
                this(position, key, tag, offer, Optional.empty());
            }
        }

        /**
         * A module that another machine of the room gives.
         *
         * @param job of that machine; {@code which} it is, in words; {@code label} of the module
         * @param position it comes out of; or, of one out of a pack that the other machine opens, {@code offer} by which that is
         *     ordered and {@code day} on which it is here
         */
        public record FromRoom(
                @Min(1) long job,
                @NotBlank @Size(max = 100) String which,
                @NotBlank @Size(max = 200) String label,
                Optional<@Size(max = 64) String> position,
                Optional<@Size(max = 64) String> offer,
                Optional<LocalDate> day) {}

        public record Pack(@NotBlank @Size(max = 64) String offer, @Min(1) @Max(999) int packs) {}

        /** What adopts a layout that the planner came to, not decided on yet. */
        public static AdoptLayout of(Unit unit, PlanOption option, String name) {
            Map<String, String> keyOfTag = new HashMap<>();
            unit.modules().values().forEach(m -> m.tag().ifPresent(t -> keyOfTag.put(t, m.key())));
            List<Piece> pieces = new ArrayList<>();
            option.pieces().forEach((position, piece) -> {
                Optional<String> id = Optional.of(piece.id());
                Optional<String> none = Optional.empty();
                pieces.add(
                        switch (piece.from()) {
                            case OWN -> new Piece(position, id.map(unit.asFound()::get), none, none);
                            case DRAWER -> keyOfTag.containsKey(piece.id())
                                    ? new Piece(position, id.map(keyOfTag::get), none, none)
                                    : new Piece(position, none, id, none);
                            case OFFER -> new Piece(position, none, none, id);
                        });
            });
            return new AdoptLayout(
                    name,
                    pieces,
                    option.bought().stream()
                            .map(b -> new Pack(b.offer().id(), b.packs()))
                            .toList(),
                    false);
        }

        @Override
        public Work to(Situation s) {
            SortedMap<String, String> planned = new TreeMap<>();
            s.unit.asFound().keySet().forEach(p -> planned.put(p, ""));
            Map<String, Integer> left = new HashMap<>();
            List<Alternative.Buy> buys = new ArrayList<>();
            for (Pack pack : packs) {
                Offer o = s.offer(pack.offer());
                if (pack.packs() > o.stock()) {
                    throw s.refused(Refusal.OFFER_SHORT.of("offer", o.wording(), String.valueOf(o.stock())));
                }
                left.merge(o.id(), pack.packs() * o.pieces(), Integer::sum);
                buys.add(Alternative.Buy.of(o, pack.packs()));
            }
            Unit unit = s.unit;
            for (Piece piece : pieces) {
                String socket = s.socket(piece.position());
                JobModule module;
                if (piece.key().isPresent()) {
                    module = s.module(piece.key().get());
                } else if (piece.tag().isPresent()) {
                    String tag = piece.tag().get();
                    Optional<JobModule> here = TakeFromDrawer.withTag(unit, tag);
                    module = here.orElse(null);
                    if (module == null) {
                        Ports.Stock stock = s.stock(tag);
                        module = JobModule.drawn(unit.freshModuleKey(), stock.labelLine(), tag, stock.spec());
                    }
                } else if (piece.room().isPresent()) {
                    FromRoom from = piece.room().get();
                    ModuleSpec spec = from.offer().isPresent()
                            ? s.offer(from.offer().get()).spec()
                            : LabelParser.parse(from.label())
                                    .spec()
                                    .orElseThrow(() -> s.refused(Refusal.LABEL_NOT_WHOLE.of("label", from.label())));
                    module = JobModule.named(unit.freshModuleKey(), JobModule.Origin.TYPED, from.label(), spec)
                            .with(Whence.ofRoom(
                                    from.which(),
                                    new Whence.Giver(from.job(), from.position(), from.offer()),
                                    from.day()));
                } else {
                    Offer o = s.offer(piece.offer().orElse(""));
                    if (left.merge(o.id(), -1, Integer::sum) < 0) {
                        throw s.refused(Refusal.OFFER_SHORT.of("offer", o.wording(), "0"));
                    }
                    module = JobModule.of(o, unit.freshModuleKey());
                }
                if (planned.containsValue(module.key())) {
                    throw s.refused(Refusal.MODULE_TWICE.of("position", module.labelLine()));
                }
                planned.put(socket, module.key());
                unit = unit.withModule(module);
                if (unit.modules().size() > Situation.MOST_MODULES) {
                    throw s.refused(Refusal.TOO_MANY.of("label", "modules", String.valueOf(Situation.MOST_MODULES)));
                }
            }
            Work next = s.bounded(s.work.with(unit.withAlternative(name.strip(), planned, buys)));
            return choose ? new ChoosePlan(true).to(new Situation(next, s.bench, s.ports)) : next;
        }
    }

    /**
     * Another of what a module was bought as, planned for where that module was: for one that turned out bad. It is ordered again at
     * no other price: the bad one goes back to whom it came from.
     *
     * @param key of the module that is replaced
     * @param name of the layout
     */
    record OrderAgain(@NotBlank @Size(max = 16) String key, @NotNull @Size(max = 60) String name)
            implements PlanChange {
        @Override
        public Work to(Situation s) {
            JobModule bad = s.module(key);
            Offer o = s.offer(bad.offer().orElseThrow(() -> s.refused(Refusal.NOT_BOUGHT.of("key", bad.labelLine()))));
            String socket = wasIn(s.unit, bad.key()).orElseThrow(() -> s.noSuch("position", bad.labelLine()));
            if (o.stock() < 1) {
                throw s.refused(Refusal.OFFER_SHORT.of("offer", o.wording(), "0"));
            }
            JobModule other = JobModule.of(o, s.unit.freshModuleKey());
            SortedMap<String, String> planned =
                    new TreeMap<>(s.unit.onTheTable().planned());
            planned.put(socket, other.key());
            List<Alternative.Buy> buys = new ArrayList<>(s.unit.onTheTable().buys());
            if (buys.stream().noneMatch(b -> b.offer().equals(o.id()))) {
                buys.add(Alternative.Buy.of(o, 1));
            }
            Work next = s.bounded(s.work.with(s.unit.withModule(other).withAlternative(name.strip(), planned, buys)));
            return new ChoosePlan(true).to(new Situation(next, s.bench, s.ports));
        }

        /** The position it was in at the last start that had it, else where a layout wanted it. */
        private static Optional<String> wasIn(Unit unit, String key) {
            List<SortedMap<String, String>> fills = new ArrayList<>();
            unit.log().starts().forEach(x -> fills.add(0, x.arrangement()));
            unit.alternatives().forEach(a -> fills.add(a.planned()));
            return fills.stream()
                    .flatMap(f -> f.entrySet().stream())
                    .filter(e -> e.getValue().equals(key))
                    .map(Map.Entry::getKey)
                    .findFirst();
        }
    }

    /** Another of the layouts that were put together comes onto the table. */
    record PutOnTable(@NotBlank @Size(max = 8) String alternative) implements PlanChange {
        @Override
        public Work to(Situation s) {
            return s.work.with(s.unit.withOnTable(s.alternative(alternative)));
        }
    }

    record DropLayout(@NotBlank @Size(max = 8) String alternative) implements PlanChange {
        @Override
        public Work to(Situation s) {
            return s.work.with(s.unit.withoutAlternative(s.alternative(alternative)));
        }
    }

    record NameLayout(@NotBlank @Size(max = 8) String alternative, @Size(max = 60) String name) implements PlanChange {
        @Override
        public Work to(Situation s) {
            return s.work.with(s.unit.withNamed(s.alternative(alternative), name.strip()));
        }
    }
}

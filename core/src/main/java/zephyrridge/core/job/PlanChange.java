package zephyrridge.core.job;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.util.Optional;
import java.util.Set;

/** What is to be in it. */
public sealed interface PlanChange extends Change {
    /** Puts a module of the drawer beside the plan, to be tried; it stays free for others until the plan is chosen. */
    record TakeFromDrawer(@NotBlank @Size(max = 32) String tag) implements PlanChange {
        @Override
        public Work to(Situation s) {
            return s.work.with(s.unit.withModule(fromDrawer(s, tag)));
        }

        static JobModule fromDrawer(Situation s, String tag) {
            if (withTag(s.unit, tag).isPresent()) {
                throw s.refused(Refusal.TAG_HERE_ALREADY.of("tag", tag));
            }
            Ports.Stock stock = s.stock(tag);
            return new JobModule(
                    s.freshKey(), JobModule.Origin.DRAWER, stock.labelLine(), Optional.of(tag), stock.spec());
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
                    .anyMatch(e -> e instanceof Entry.Moved m && m.module().equals(key)
                            || e instanceof Entry.Started t && t.arrangement().containsValue(key)
                            || e instanceof Entry.Reseated r && r.module().equals(key));
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
                Set<String> held = s.unit.heldTags();
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
}

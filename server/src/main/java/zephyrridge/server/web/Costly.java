package zephyrridge.server.web;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** What takes a processor for longer than a page: a paper, an export, a search. Few of them run at once; {@link CostlyWork}. */
@Target(ElementType.METHOD)
@Retention(RetentionPolicy.RUNTIME)
public @interface Costly {}

package zephyrridge.server.account;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpMethod;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.AbstractAuthenticationToken;
import org.springframework.security.authentication.ProviderManager;
import org.springframework.security.authorization.AuthorizationDecision;
import org.springframework.security.authorization.AuthorizationManager;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configurers.HeadersConfigurer;
import org.springframework.security.config.observation.SecurityObservationSettings;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.access.intercept.RequestAuthorizationContext;
import org.springframework.security.web.header.writers.CrossOriginOpenerPolicyHeaderWriter;
import org.springframework.security.web.header.writers.CrossOriginResourcePolicyHeaderWriter;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter;
import zephyrridge.server.web.Problem;

/** Who gets in: a session cookie after sign-in, a CSRF token with every write, nothing else open than the page and sign-in. */
@Configuration
class SecurityConfig {
    private static final String PERMISSIONS =
            "camera=(), microphone=(), geolocation=(), payment=(), usb=(), serial=(), bluetooth=(), hid=()";

    /** Figures for who watches: asked from this very machine without anybody between, or by the lead. */
    private static final AuthorizationManager<RequestAuthorizationContext> LEAD_OR_THIS_MACHINE = (who, context) -> {
        HttpServletRequest request = context.getRequest();
        boolean here = Set.of("127.0.0.1", "0:0:0:0:0:0:0:1", "::1").contains(request.getRemoteAddr())
                && request.getHeader("X-Forwarded-For") == null
                && request.getHeader("Forwarded") == null;
        return new AuthorizationDecision(here
                || Optional.ofNullable(who.get()).stream()
                        .flatMap(a -> a.getAuthorities().stream())
                        .anyMatch(a -> "ROLE_LEAD".equals(a.getAuthority())));
    };

    @Bean
    SecurityFilterChain filters(HttpSecurity http, SignIn signIn, Devices devices, AccessLog log) throws Exception {
        http.authorizeHttpRequests(
                r -> r.requestMatchers("/api/session", "/api/sign-in", "/api/sign-in-hints", "/api/first-account")
                        .permitAll()
                        .requestMatchers("/actuator/health", "/actuator/health/liveness")
                        .permitAll()
                        .requestMatchers("/actuator/prometheus")
                        .access(LEAD_OR_THIS_MACHINE)
                        .requestMatchers("/actuator/**")
                        .authenticated()
                        .requestMatchers(
                                "/api/accounts",
                                "/api/accounts/**",
                                "/api/upkeep",
                                "/api/upkeep/**",
                                "/api/shop",
                                "/api/shop.csv",
                                "/api/practice/sheets")
                        .hasRole("LEAD")
                        .requestMatchers(HttpMethod.PUT, "/api/house/**")
                        .hasRole("LEAD")
                        // A search of its own for each look: for those who plan.
                        .requestMatchers("/api/jobs/*/why-not")
                        .hasAnyRole("LEAD", "TECHNICIAN")
                        .requestMatchers(HttpMethod.GET, "/api/**")
                        .authenticated()
                        // The desk takes machines in; which changes are of that, JobController says.
                        .requestMatchers(
                                HttpMethod.POST, "/api/jobs", "/api/rooms", "/api/jobs/*/changes", "/api/jobs/*/photos")
                        .authenticated()
                        // Beyond that the desk account reads only.
                        .requestMatchers(
                                "/api/labels/decode",
                                "/api/glance",
                                "/api/glance/file",
                                "/api/pictures/read",
                                "/api/pictures/sticker",
                                "/api/session/password",
                                "/api/sign-out")
                        .authenticated()
                        .requestMatchers(HttpMethod.PUT, "/api/jobs/*/contact")
                        .authenticated()
                        // Whoever began a search may stop it.
                        .requestMatchers(HttpMethod.DELETE, "/api/searches/*")
                        .authenticated()
                        .requestMatchers("/api/**")
                        .hasAnyRole("LEAD", "TECHNICIAN")
                        .anyRequest()
                        .permitAll());
        http.csrf(c -> c.spa());
        // The only one: what Spring would find by itself beside it would try, and count, a second time.
        http.authenticationManager(new ProviderManager(signIn));
        http.formLogin(f -> f.loginProcessingUrl("/api/sign-in")
                .usernameParameter("login")
                .passwordParameter("password")
                .authenticationDetailsSource(SignIn.Source::of)
                .successHandler((request, response, who) -> {
                    // Where it came from is no part of who it is, and not kept with the session.
                    ((AbstractAuthenticationToken) who).setDetails(null);
                    devices.signedIn(who.getName(), request, response);
                    response.setStatus(HttpServletResponse.SC_NO_CONTENT);
                })
                .failureHandler((request, response, e) -> {
                    if (e instanceof SignIn.TooEarly early) {
                        response.setHeader("Retry-After", String.valueOf(early.seconds()));
                        early.problem().answer(response);
                    } else {
                        Problem.of(HttpStatus.UNAUTHORIZED, "SIGN_IN_FAILED", Map.of())
                                .answer(response);
                    }
                }));
        http.logout(l -> l.logoutUrl("/api/sign-out")
                .addLogoutHandler((request, response, who) -> {
                    if (who != null) {
                        log.note(AccessLog.Kind.SIGNED_OUT, who.getName(), who.getName(), "");
                    }
                })
                .logoutSuccessHandler(
                        (request, response, who) -> response.setStatus(HttpServletResponse.SC_NO_CONTENT)));
        http.exceptionHandling(e -> e.authenticationEntryPoint((request, response, nobody) ->
                        Problem.bare(HttpStatus.UNAUTHORIZED).answer(response))
                .accessDeniedHandler(
                        (request, response, denied) -> Problem.of(HttpStatus.FORBIDDEN, "NOT_ALLOWED", Map.of())
                                .answer(response)));
        http.headers(h -> h.contentSecurityPolicy(c -> c.policyDirectives("default-src 'none'; frame-ancestors 'none'"))
                .frameOptions(HeadersConfigurer.FrameOptionsConfig::deny)
                .referrerPolicy(r -> r.policy(ReferrerPolicyHeaderWriter.ReferrerPolicy.NO_REFERRER))
                .permissionsPolicyHeader(p -> p.policy(PERMISSIONS))
                .crossOriginOpenerPolicy(
                        c -> c.policy(CrossOriginOpenerPolicyHeaderWriter.CrossOriginOpenerPolicy.SAME_ORIGIN))
                .crossOriginResourcePolicy(
                        c -> c.policy(CrossOriginResourcePolicyHeaderWriter.CrossOriginResourcePolicy.SAME_ORIGIN)));
        http.requestCache(c -> c.disable());
        return http.build();
    }

    /** How long a request takes is measured whole; each filter of the door by itself would cost more than it tells. */
    @Bean
    SecurityObservationSettings noObservations() {
        return SecurityObservationSettings.noObservations();
    }

    /** @param cost of a hash, as a power of two: 10 and up, but for tests, which sign in all the time */
    @Bean
    PasswordEncoder passwords(@Value("${zephyr.password-cost}") int cost) {
        return new BCryptPasswordEncoder(cost);
    }
}

package zephyrridge.server.account;

import jakarta.servlet.http.HttpServletResponse;
import java.util.Map;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpMethod;
import org.springframework.http.HttpStatus;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configurers.HeadersConfigurer;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.HttpStatusEntryPoint;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter;
import zephyrridge.server.web.Problem;

/** Who gets in: a session cookie after sign-in, a CSRF token with every write, nothing else open than the page and sign-in. */
@Configuration
class SecurityConfig {
    @Bean
    SecurityFilterChain filters(HttpSecurity http, SignIn signIn) throws Exception {
        http.authorizeHttpRequests(
                r -> r.requestMatchers("/api/session", "/api/sign-in", "/api/sign-in-hints", "/api/first-account")
                        .permitAll()
                        .requestMatchers("/actuator/health")
                        .permitAll()
                        .requestMatchers("/actuator/**")
                        .authenticated()
                        .requestMatchers("/api/accounts", "/api/accounts/**")
                        .hasRole("LEAD")
                        .requestMatchers(HttpMethod.PUT, "/api/house/**")
                        .hasRole("LEAD")
                        // A search of its own for each look: for those who plan.
                        .requestMatchers("/api/jobs/*/why-not")
                        .hasAnyRole("LEAD", "TECHNICIAN")
                        .requestMatchers(HttpMethod.GET, "/api/**")
                        .authenticated()
                        // The desk takes machines in; which changes are of that, JobController says.
                        .requestMatchers(HttpMethod.POST, "/api/jobs", "/api/jobs/*/changes", "/api/jobs/*/photos")
                        .authenticated()
                        // Beyond that the desk account reads only.
                        .requestMatchers(
                                "/api/labels/decode",
                                "/api/glance",
                                "/api/glance/file",
                                "/api/pictures/read",
                                "/api/pictures/sticker",
                                "/api/sign-out")
                        .authenticated()
                        // Whoever began a search may stop it.
                        .requestMatchers(HttpMethod.DELETE, "/api/searches/*")
                        .authenticated()
                        .requestMatchers("/api/**")
                        .hasAnyRole("LEAD", "TECHNICIAN")
                        .anyRequest()
                        .permitAll());
        http.csrf(c -> c.spa());
        http.authenticationProvider(signIn);
        http.formLogin(f -> f.loginProcessingUrl("/api/sign-in")
                .usernameParameter("login")
                .passwordParameter("password")
                .successHandler((request, response, who) -> response.setStatus(HttpServletResponse.SC_NO_CONTENT))
                .failureHandler((request, response, e) -> {
                    if (e instanceof SignIn.TooEarly early) {
                        response.setHeader("Retry-After", String.valueOf(early.seconds()));
                        Problem.of(HttpStatus.TOO_MANY_REQUESTS, "SIGN_IN_WAIT", Map.of(), "seconds", early.seconds())
                                .answer(response);
                    } else {
                        Problem.of(HttpStatus.UNAUTHORIZED, "SIGN_IN_FAILED", Map.of())
                                .answer(response);
                    }
                }));
        http.logout(l -> l.logoutUrl("/api/sign-out")
                .logoutSuccessHandler(
                        (request, response, who) -> response.setStatus(HttpServletResponse.SC_NO_CONTENT)));
        http.exceptionHandling(e -> e.authenticationEntryPoint(new HttpStatusEntryPoint(HttpStatus.UNAUTHORIZED))
                .accessDeniedHandler(
                        (request, response, denied) -> Problem.of(HttpStatus.FORBIDDEN, "NOT_ALLOWED", Map.of())
                                .answer(response)));
        http.headers(h -> h.contentSecurityPolicy(c -> c.policyDirectives("default-src 'none'; frame-ancestors 'none'"))
                .frameOptions(HeadersConfigurer.FrameOptionsConfig::deny)
                .referrerPolicy(r -> r.policy(ReferrerPolicyHeaderWriter.ReferrerPolicy.NO_REFERRER)));
        http.requestCache(c -> c.disable());
        return http.build();
    }

    @Bean
    PasswordEncoder passwords() {
        return new BCryptPasswordEncoder();
    }
}

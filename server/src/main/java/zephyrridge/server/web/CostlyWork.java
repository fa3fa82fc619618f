package zephyrridge.server.web;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Map;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * Sixty papers at once do not keep those waiting who open a job: one processor is left to them. The others wait in turn, so many and so long
 * at most; further ones are told to come again.
 */
@Configuration
class CostlyWork implements WebMvcConfigurer, HandlerInterceptor {
    private static final int WAITING = 64;
    private static final int LONGEST_SECONDS = 60;
    private static final String AGAIN_SECONDS = "5";
    private static final String PERMIT = CostlyWork.class.getName();
    private final Semaphore turns =
            new Semaphore(Math.max(1, Runtime.getRuntime().availableProcessors() - 1), true);

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this);
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler)
            throws InterruptedException {
        if (!(handler instanceof HandlerMethod method) || !method.hasMethodAnnotation(Costly.class)) {
            return true;
        }
        if (turns.getQueueLength() >= WAITING || !turns.tryAcquire(LONGEST_SECONDS, TimeUnit.SECONDS)) {
            response.setHeader(HttpHeaders.RETRY_AFTER, AGAIN_SECONDS);
            throw Problem.of(HttpStatus.TOO_MANY_REQUESTS, "TOO_MUCH_AT_ONCE", Map.of());
        }
        request.setAttribute(PERMIT, true);
        return true;
    }

    @Override
    public void afterCompletion(HttpServletRequest request, HttpServletResponse response, Object handler, Exception e) {
        if (request.getAttribute(PERMIT) != null) {
            request.removeAttribute(PERMIT);
            turns.release();
        }
    }
}

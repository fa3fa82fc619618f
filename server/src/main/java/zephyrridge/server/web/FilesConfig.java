package zephyrridge.server.web;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.CacheControl;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * How long browsers keep the pages' files: for good what carries a hash of its content in its name, and nothing else. The text recogniser is
 * fetched when a picture is read; its worker is the one script that may compile WebAssembly, and its answer the one that says so: the
 * page's own policy forbids it.
 */
@Configuration
class FilesConfig implements WebMvcConfigurer {
    private static final String POLICY =
            "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; connect-src 'self'; frame-ancestors 'none'";

    @Override
    public void addResourceHandlers(ResourceHandlerRegistry registry) {
        registry.addResourceHandler("/assets/**")
                .addResourceLocations("classpath:/static/assets/")
                .setCacheControl(
                        CacheControl.maxAge(Duration.ofDays(365)).cachePublic().immutable());
        registry.addResourceHandler("/recogniser/**")
                .addResourceLocations("classpath:/static/recogniser/")
                .setCacheControl(CacheControl.maxAge(Duration.ofDays(1)).cachePrivate());
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(new HandlerInterceptor() {
                    @Override
                    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
                        response.setHeader("Content-Security-Policy", POLICY);
                        return true;
                    }
                })
                .addPathPatterns("/recogniser/worker.min.js");
    }
}

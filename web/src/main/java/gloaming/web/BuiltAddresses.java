package gloaming.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpServletResponseWrapper;
import java.io.IOException;
import java.time.Duration;
import java.util.List;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.CacheControl;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * Scripts and styles have an address of their own in each build, so that browsers keep them for good: {@code /v…/js/bench.js}. Templates
 * name them without, in {@code @{…}}; modules name one another by where they lie.
 */
@Configuration
class BuiltAddresses implements WebMvcConfigurer {
    private static final List<String> FOLDERS = List.of("js", "css", "vendor");
    private static final Duration LONG = Duration.ofDays(365);
    /** They are the same in all builds. */
    private static final Duration FONTS = Duration.ofDays(1);

    private final String build;

    BuiltAddresses(@Value("${gloaming.build:v0}") String build) {
        this.build = build;
    }

    @Override
    public void addResourceHandlers(ResourceHandlerRegistry registry) {
        for (String folder : FOLDERS)
            registry.addResourceHandler("/" + build + "/" + folder + "/**")
                    .addResourceLocations("classpath:/static/" + folder + "/")
                    .setCacheControl(CacheControl.maxAge(LONG).immutable());
        registry.addResourceHandler("/fonts/**")
                .addResourceLocations("classpath:/static/fonts/")
                .setCacheControl(CacheControl.maxAge(FONTS));
    }

    /** Gives what templates name the address that it has in this build. */
    @Component
    static class Naming extends OncePerRequestFilter {
        private final String build;

        Naming(@Value("${gloaming.build:v0}") String build) {
            this.build = build;
        }

        @Override
        protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
                throws ServletException, IOException {
            chain.doFilter(request, new HttpServletResponseWrapper(response) {
                @Override
                public String encodeURL(String url) {
                    return built(url) ? "/" + build + url : super.encodeURL(url);
                }
            });
        }

        private static boolean built(String url) {
            for (String folder : FOLDERS)
                if (url.startsWith(folder, 1) && url.startsWith("/", folder.length() + 1)) return true;
            return false;
        }
    }
}

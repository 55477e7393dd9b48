package gloaming.web;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.csrf.XorCsrfTokenRequestAttributeHandler;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter;

/** Tokens on posts, and pages that can load nothing but their own; who may ask at all is told by {@link gloaming.web.access.Gate}. */
@Configuration
public class Safety {
    private static final String POLICY =
            "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' blob: data:; media-src 'self'; font-src 'self'; "
                    + "connect-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'";

    @Bean
    SecurityFilterChain chain(HttpSecurity http) throws Exception {
        return http.authorizeHttpRequests(all -> all.anyRequest().permitAll())
                .csrf(csrf -> csrf.csrfTokenRepository(tokens()).csrfTokenRequestHandler(eager()))
                .headers(headers -> headers.contentSecurityPolicy(csp -> csp.policyDirectives(POLICY))
                        .referrerPolicy(r -> r.policy(ReferrerPolicyHeaderWriter.ReferrerPolicy.SAME_ORIGIN))
                        .frameOptions(frame -> frame.deny()))
                .build();
    }

    private static CookieCsrfTokenRepository tokens() {
        CookieCsrfTokenRepository tokens = new CookieCsrfTokenRepository();
        tokens.setCookieCustomizer(cookie -> cookie.sameSite("Strict"));
        return tokens;
    }

    /** The token is made before the page is written, not when the first form is met in the middle of it. */
    private static XorCsrfTokenRequestAttributeHandler eager() {
        XorCsrfTokenRequestAttributeHandler handler = new XorCsrfTokenRequestAttributeHandler();
        handler.setCsrfRequestAttributeName(null);
        return handler;
    }
}

package hopmend.app.door;

import hopmend.app.account.Accounts;
import hopmend.app.account.SignedInFilter;
import hopmend.app.watch.Guesses;
import hopmend.app.watch.SecurityEvent.Kind;
import hopmend.app.watch.SecurityEvents;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.security.autoconfigure.actuate.web.servlet.EndpointRequest;
import org.springframework.boot.web.servlet.FilterRegistrationBean;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpMethod;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.observation.SecurityObservationSettings;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.access.AccessDeniedHandler;
import org.springframework.security.web.access.AccessDeniedHandlerImpl;
import org.springframework.security.web.access.intercept.AuthorizationFilter;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.csrf.CsrfFilter;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import org.springframework.security.web.savedrequest.NullRequestCache;

/** Who may see what, and what a page may load: nothing from elsewhere, nothing inline. */
@Configuration
class SecurityConfig {
  static final String CONTENT_SECURITY_POLICY =
      "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:;"
          + " font-src 'self'; connect-src 'self'; form-action 'self'; base-uri 'none';"
          + " frame-ancestors 'none'";

  @Bean
  SecurityFilterChain chain(
      HttpSecurity http,
      SignIn signIn,
      SignedInFilter signedIn,
      Accounts accounts,
      Guesses guesses,
      SecurityEvents events,
      @Value("${hopmend.https}") boolean https)
      throws Exception {
    return http.authorizeHttpRequests(
            a ->
                a.requestMatchers(
                        "/webjars/**",
                        "/css/**",
                        "/js/**",
                        "/fonts/**",
                        "/sign-in",
                        "/new-password",
                        "/first-account",
                        "/schema/**",
                        "/api",
                        "/api/v1/**",
                        "/error")
                    .permitAll()
                    .requestMatchers(EndpointRequest.to("health"))
                    .permitAll()
                    // Asked before anything of a request is looked at.
                    .requestMatchers("/accounts/**", "/links/**", "/security/**", "/day/set-up/**")
                    .hasRole("LEAD")
                    .requestMatchers(
                        "/jobs/import/**",
                        "/cards/import/**",
                        "/cards/new",
                        "/parts/import/**",
                        "/parts/new",
                        "/jobs/*/pick/list",
                        "/jobs/*/teach",
                        "/jobs/*/find/pictures/to-card")
                    .hasAnyRole("LEAD", "TECHNICIAN")
                    .requestMatchers(
                        HttpMethod.POST, "/fleet/**", "/cards/**", "/parts/**", "/items/**")
                    .hasAnyRole("LEAD", "TECHNICIAN")
                    .anyRequest()
                    .authenticated())
        .formLogin(f -> f.loginPage("/sign-in").successHandler(signIn).failureHandler(signIn))
        .logout(l -> l.logoutUrl("/sign-out").logoutSuccessHandler(signIn))
        // Where a stranger wanted to go stands in the address, the form's token in a cookie: nobody
        // who is not signed in has a session.
        .requestCache(c -> c.requestCache(new NullRequestCache()))
        // The open interface keeps nothing and knows nobody: there is nothing to forge.
        .csrf(c -> c.csrfTokenRepository(formTokens(https)).ignoringRequestMatchers("/api/v1/**"))
        .addFilterAfter(new SignInBounds(guesses, accounts, events), CsrfFilter.class)
        .addFilterBefore(signedIn, AuthorizationFilter.class)
        .exceptionHandling(
            e -> e.authenticationEntryPoint(signIn).accessDeniedHandler(refused(events)))
        .headers(
            h ->
                h.contentSecurityPolicy(c -> c.policyDirectives(CONTENT_SECURITY_POLICY))
                    .referrerPolicy(r -> r.policy(ReferrerPolicy.SAME_ORIGIN)))
        .build();
  }

  private static CookieCsrfTokenRepository formTokens(boolean https) {
    CookieCsrfTokenRepository tokens = new CookieCsrfTokenRepository();
    tokens.setCookieName((https ? "__Host-" : "") + "hopmend-form");
    tokens.setCookiePath("/");
    tokens.setCookieCustomizer(c -> c.httpOnly(true).secure(https).sameSite("Lax"));
    return tokens;
  }

  private static AccessDeniedHandler refused(SecurityEvents events) {
    AccessDeniedHandler page = new AccessDeniedHandlerImpl();
    return (request, response, e) -> {
      if (request.getUserPrincipal() != null) {
        events.note(request, Kind.REFUSED, request.getMethod() + " " + request.getRequestURI());
      }
      page.handle(request, response, e);
    };
  }

  /** Nobody watches the filters one by one. */
  @Bean
  SecurityObservationSettings unobserved() {
    return SecurityObservationSettings.noObservations();
  }

  /** The filter stands in the chain of the security rules and nowhere else. */
  @Bean
  FilterRegistrationBean<SignedInFilter> signedInOnce(SignedInFilter filter) {
    FilterRegistrationBean<SignedInFilter> once = new FilterRegistrationBean<>(filter);
    once.setEnabled(false);
    return once;
  }
}

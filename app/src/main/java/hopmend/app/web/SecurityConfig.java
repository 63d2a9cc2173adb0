package hopmend.app.web;

import org.springframework.boot.security.autoconfigure.actuate.web.servlet.EndpointRequest;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.security.config.annotation.method.configuration.EnableMethodSecurity;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.crypto.factory.PasswordEncoderFactories;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.HttpStatusEntryPoint;
import org.springframework.security.web.authentication.LoginUrlAuthenticationEntryPoint;
import org.springframework.security.web.firewall.StrictHttpFirewall;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import org.springframework.security.web.util.matcher.AnyRequestMatcher;
import org.springframework.security.web.util.matcher.RequestHeaderRequestMatcher;

/** Who may see what, and what a page may load: nothing from elsewhere, nothing inline. */
@Configuration
@EnableMethodSecurity
class SecurityConfig {
  private static final String CONTENT_SECURITY_POLICY =
      "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:;"
          + " font-src 'self'; connect-src 'self'; form-action 'self'; base-uri 'none';"
          + " frame-ancestors 'none'";

  @Bean
  SecurityFilterChain chain(HttpSecurity http) throws Exception {
    return http.authorizeHttpRequests(
            a ->
                a.requestMatchers(
                        "/webjars/**",
                        "/css/**",
                        "/js/**",
                        "/fonts/**",
                        "/sign-in",
                        "/first-account",
                        "/schema/**",
                        "/api",
                        "/api/v1/**",
                        "/error")
                    .permitAll()
                    .requestMatchers(EndpointRequest.to("health"))
                    .permitAll()
                    .anyRequest()
                    .authenticated())
        .formLogin(f -> f.loginPage("/sign-in").defaultSuccessUrl("/jobs").permitAll())
        .logout(l -> l.logoutUrl("/sign-out").logoutSuccessUrl("/sign-in?out"))
        // The open interface keeps nothing and knows nobody: there is nothing to forge.
        .csrf(c -> c.ignoringRequestMatchers("/api/v1/**"))
        .exceptionHandling(
            e ->
                e.defaultAuthenticationEntryPointFor(
                        new HttpStatusEntryPoint(HttpStatus.UNAUTHORIZED),
                        new RequestHeaderRequestMatcher("HX-Request"))
                    .defaultAuthenticationEntryPointFor(
                        new LoginUrlAuthenticationEntryPoint("/sign-in"),
                        AnyRequestMatcher.INSTANCE))
        .headers(
            h ->
                h.contentSecurityPolicy(c -> c.policyDirectives(CONTENT_SECURITY_POLICY))
                    .referrerPolicy(r -> r.policy(ReferrerPolicy.SAME_ORIGIN)))
        .build();
  }

  /** A NUL byte fits in no text of the record; a form that sends one is refused as malformed. */
  @Bean
  StrictHttpFirewall firewall() {
    StrictHttpFirewall firewall = new StrictHttpFirewall();
    firewall.setAllowedParameterValues(value -> value.indexOf('\0') < 0);
    return firewall;
  }

  @Bean
  PasswordEncoder passwordEncoder() {
    return PasswordEncoderFactories.createDelegatingPasswordEncoder();
  }
}

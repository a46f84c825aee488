package school.kerygma.app.ground.accounts;

import jakarta.servlet.DispatcherType;
import java.net.URI;
import org.apache.catalina.valves.RemoteIpValve;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.convert.ConversionService;
import org.springframework.core.convert.support.GenericConversionService;
import org.springframework.core.serializer.support.DeserializingConverter;
import org.springframework.core.serializer.support.SerializingConverter;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.LockedException;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.AuthenticationSuccessHandler;
import org.springframework.security.web.authentication.LoginUrlAuthenticationEntryPoint;
import org.springframework.security.web.authentication.SavedRequestAwareAuthenticationSuccessHandler;
import org.springframework.security.web.csrf.CsrfException;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import org.springframework.session.jdbc.PostgreSqlJdbcIndexedSessionRepositoryCustomizer;

/**
 * Which paths are for whom. What each may see behind a path is the business of the {@link Gate}.
 */
@Configuration(proxyBeanMethods = false)
class SecurityConfiguration {

  /** Two requests of one browser may note the same in its session at the same moment. */
  @Bean
  PostgreSqlJdbcIndexedSessionRepositoryCustomizer sessionsOfPostgres() {
    return new PostgreSqlJdbcIndexedSessionRepositoryCustomizer();
  }

  @Bean
  ConversionService springSessionConversionService() {
    GenericConversionService sessions = new GenericConversionService();
    sessions.addConverter(Object.class, byte[].class, new SerializingConverter());
    sessions.addConverter(
        byte[].class, Object.class, new DeserializingConverter(new StoredSessions()));
    return sessions;
  }

  @Bean
  PasswordEncoder passwordEncoder(@Value("${kerygma.password.cost}") int cost) {
    return new BCryptPasswordEncoder(cost);
  }

  /**
   * Goes on to where somebody wanted to go before, by its path: never by the Host that was sent.
   */
  private static AuthenticationSuccessHandler arrival(KnownBrowser browsers) {
    SavedRequestAwareAuthenticationSuccessHandler home =
        new SavedRequestAwareAuthenticationSuccessHandler();
    home.setDefaultTargetUrl("/plan");
    home.setRedirectStrategy(
        (request, response, url) -> {
          URI to = URI.create(url);
          response.sendRedirect(
              to.getRawPath() + (to.getRawQuery() == null ? "" : "?" + to.getRawQuery()));
        });
    return (request, response, who) -> {
      if (who.getPrincipal() instanceof SignedIn person) {
        browsers.remember(request, response, person.id());
      }
      home.onAuthenticationSuccess(request, response, who);
    };
  }

  /**
   * Proxies that are named are believed whom they forward for, and by which scheme; nobody else.
   */
  @Bean
  WebServerFactoryCustomizer<TomcatServletWebServerFactory> proxies(
      @Value("${kerygma.proxies}") String proxies) {
    return factory -> {
      if (!proxies.isBlank()) {
        RemoteIpValve valve = new RemoteIpValve();
        valve.setInternalProxies(proxies);
        valve.setRemoteIpHeader("X-Forwarded-For");
        valve.setProtocolHeader("X-Forwarded-Proto");
        factory.addEngineValves(valve);
      }
    };
  }

  @Bean
  SecurityFilterChain filters(HttpSecurity http, KnownBrowser browsers) throws Exception {
    LoginUrlAuthenticationEntryPoint signIn = new LoginUrlAuthenticationEntryPoint("/sign-in");
    return http.authorizeHttpRequests(
            paths ->
                paths
                    .dispatcherTypeMatchers(DispatcherType.ERROR, DispatcherType.FORWARD)
                    .permitAll()
                    .requestMatchers(
                        "/css/**",
                        "/js/**",
                        "/fonts/**",
                        "/vendor/**",
                        "/webjars/**",
                        "/standin/**",
                        "/favicon.svg")
                    .permitAll()
                    .requestMatchers(
                        "/",
                        "/start",
                        "/sign-in",
                        "/in/**",
                        "/welcome/**",
                        "/yes/**",
                        "/password/forgot",
                        "/password/new/**",
                        "/feeds/**",
                        "/join/**",
                        "/actuator/health/**",
                        "/demo/**")
                    .permitAll()
                    .requestMatchers("/class/**", "/watch/**")
                    .hasRole("STUDENT")
                    .requestMatchers("/family/**")
                    .hasRole("GUARDIAN")
                    .requestMatchers("/media/**", "/caption-language", "/me/**")
                    .authenticated()
                    .anyRequest()
                    .hasRole("TEACHER"))
        .sessionManagement(
            // A request that is still under way writes its session's id back when it ends; a
            // session that only changes its id would be lost with it.
            sessions -> sessions.sessionFixation(fixation -> fixation.migrateSession()))
        .formLogin(
            form ->
                form.loginPage("/sign-in")
                    .usernameParameter("email")
                    .successHandler(arrival(browsers))
                    .failureHandler(
                        (request, response, failure) ->
                            response.sendRedirect(
                                "/sign-in?"
                                    + (failure instanceof LockedException ? "locked" : "wrong"))))
        .logout(out -> out.logoutUrl("/sign-out").logoutSuccessUrl("/sign-in"))
        .exceptionHandling(
            // What is not for a person's role looks as if it were not there.
            denied ->
                denied
                    // A form that is sent by a script stays where it is, with all that was typed.
                    .authenticationEntryPoint(
                        (request, response, e) -> {
                          if ("form".equals(request.getHeader("Sent-By"))) {
                            response.setStatus(HttpStatus.UNAUTHORIZED.value());
                          } else {
                            signIn.commence(request, response, e);
                          }
                        })
                    .accessDeniedHandler(
                        (request, response, e) ->
                            response.sendError(e instanceof CsrfException ? 403 : 404)))
        .headers(
            headers ->
                headers
                    .contentSecurityPolicy(policy -> policy.policyDirectives(ContentPolicy.USUAL))
                    .referrerPolicy(policy -> policy.policy(ReferrerPolicy.SAME_ORIGIN))
                    .permissionsPolicyHeader(
                        policy ->
                            policy.policy(
                                "microphone=(self), camera=(self), display-capture=(self), geolocation=()")))
        .build();
  }
}

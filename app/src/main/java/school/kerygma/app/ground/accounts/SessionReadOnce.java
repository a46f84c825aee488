package school.kerygma.app.ground.accounts;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.aopalliance.intercept.MethodInterceptor;
import org.aopalliance.intercept.MethodInvocation;
import org.jspecify.annotations.Nullable;
import org.springframework.aop.framework.ProxyFactory;
import org.springframework.beans.factory.config.BeanPostProcessor;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.Order;
import org.springframework.session.Session;
import org.springframework.session.jdbc.JdbcIndexedSessionRepository;
import org.springframework.session.web.http.SessionRepositoryFilter;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Once a request has saved its session, Spring Session reads it again, only to see that it is
 * there. What was saved a moment ago is there: it is handed over once, and only to the request that
 * saved it.
 */
final class SessionReadOnce implements MethodInterceptor {

  private static final ThreadLocal<@Nullable Session> SAVED = new ThreadLocal<>();

  private SessionReadOnce() {}

  @Override
  public @Nullable Object invoke(MethodInvocation call) throws Throwable {
    String method = call.getMethod().getName();
    if (method.equals("findById")) {
      Session saved = SAVED.get();
      SAVED.remove();
      if (saved != null && saved.getId().equals(call.getArguments()[0]) && !saved.isExpired()) {
        return saved;
      }
    }
    Object answer = call.proceed();
    if (method.equals("save") && call.getArguments()[0] instanceof Session session) {
      SAVED.set(session);
    } else if (method.equals("deleteById")) {
      SAVED.remove();
    }
    return answer;
  }

  /** Nothing is handed over from one request to another. */
  @Component
  @Order(SessionRepositoryFilter.DEFAULT_ORDER - 1)
  static class Bounds extends OncePerRequestFilter {

    @Override
    protected void doFilterInternal(
        HttpServletRequest request, HttpServletResponse response, FilterChain rest)
        throws ServletException, IOException {
      SAVED.remove();
      try {
        rest.doFilter(request, response);
      } finally {
        SAVED.remove();
      }
    }
  }

  /** Puts it around the repository. */
  @Configuration(proxyBeanMethods = false)
  static class Around {

    @Bean
    static BeanPostProcessor sessionsReadOnce() {
      return new BeanPostProcessor() {
        @Override
        public Object postProcessAfterInitialization(Object bean, String name) {
          if (!(bean instanceof JdbcIndexedSessionRepository)) {
            return bean;
          }
          ProxyFactory around = new ProxyFactory(bean);
          around.setProxyTargetClass(true);
          around.addAdvice(new SessionReadOnce());
          return around.getProxy();
        }
      };
    }
  }
}

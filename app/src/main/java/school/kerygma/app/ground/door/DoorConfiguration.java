package school.kerygma.app.ground.door;

import jakarta.servlet.Filter;
import jakarta.servlet.http.HttpServletRequest;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.config.BeanPostProcessor;
import org.springframework.boot.jackson.autoconfigure.JsonMapperBuilderCustomizer;
import org.springframework.boot.web.servlet.FilterRegistrationBean;
import org.springframework.context.ApplicationListener;
import org.springframework.context.PayloadApplicationEvent;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.Ordered;
import org.springframework.core.convert.converter.Converter;
import org.springframework.format.FormatterRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import org.springframework.web.servlet.support.RequestDataValueProcessor;
import school.kerygma.app.ground.jobs.Nightly;
import school.kerygma.core.time.PlanDate;
import tools.jackson.databind.module.SimpleModule;

/** In which order requests pass the door, and what values may pass it. */
@Configuration(proxyBeanMethods = false)
class DoorConfiguration implements WebMvcConfigurer {

  private static <F extends Filter> FilterRegistrationBean<F> at(int order, F filter) {
    FilterRegistrationBean<F> registration = new FilterRegistrationBean<>(filter);
    registration.setOrder(order);
    return registration;
  }

  @Bean
  FilterRegistrationBean<Outages> outagesFirst(Outages filter) {
    return at(Ordered.HIGHEST_PRECEDENCE, filter);
  }

  @Bean
  FilterRegistrationBean<Measure> thenMeasure(Measure filter) {
    return at(Ordered.HIGHEST_PRECEDENCE + 1, filter);
  }

  @Bean
  FilterRegistrationBean<Crowd> thenCrowd(Crowd filter) {
    return at(Ordered.HIGHEST_PRECEDENCE + 2, filter);
  }

  @Bean
  FilterRegistrationBean<CleanWords> thenCleanWords(CleanWords filter) {
    return at(Ordered.HIGHEST_PRECEDENCE + 3, filter);
  }

  @Bean
  FilterRegistrationBean<FormAnswers> thenFormAnswers(FormAnswers filter) {
    return at(Ordered.HIGHEST_PRECEDENCE + 4, filter);
  }

  /** Behind security: who asks is known. */
  @Bean
  FilterRegistrationBean<RepeatedRequests> lastOnce(RequestKeys keys, Refusals refusals) {
    return at(0, new RepeatedRequests(keys, refusals));
  }

  /** What came of requests of yesterday is of no use. */
  @Bean
  ApplicationListener<PayloadApplicationEvent<Nightly>> forgetKeys(RequestKeys keys) {
    return night -> keys.sweep();
  }

  @Bean
  JsonMapperBuilderCustomizer cleanJson() {
    SimpleModule clean = CleanWords.json();
    return mapper -> mapper.addModule(clean);
  }

  @Override
  @SuppressWarnings("NullAway") // A converter may give nothing.
  public void addFormatters(FormatterRegistry registry) {
    registry.addConverter(
        String.class,
        LocalDate.class,
        (Converter<String, LocalDate>) text -> text.isBlank() ? null : PlanDate.day(text));
  }

  /**
   * Gives every form that is sent by POST its key, beside the token that proves where it is from.
   */
  @Bean
  static BeanPostProcessor formsWithKeys() {
    return new BeanPostProcessor() {
      @Override
      public Object postProcessAfterInitialization(Object bean, String name) {
        return bean instanceof RequestDataValueProcessor fields ? new WithKey(fields) : bean;
      }
    };
  }

  private record WithKey(RequestDataValueProcessor fields) implements RequestDataValueProcessor {

    @Override
    public String processAction(HttpServletRequest request, String action, String method) {
      return fields.processAction(request, action, method);
    }

    @Override
    public String processFormFieldValue(
        HttpServletRequest request, @Nullable String name, String value, String type) {
      return fields.processFormFieldValue(request, name, value, type);
    }

    @Override
    public @Nullable Map<String, String> getExtraHiddenFields(HttpServletRequest request) {
      Map<String, String> hidden = fields.getExtraHiddenFields(request);
      if (hidden == null || hidden.isEmpty()) {
        return hidden;
      }
      Map<String, String> more = new HashMap<>(hidden);
      more.put(RepeatedRequests.FIELD, UUID.randomUUID().toString());
      return more;
    }

    @Override
    public String processUrl(HttpServletRequest request, String url) {
      return fields.processUrl(request, url);
    }
  }
}

package hopmend.app.web;

import hopmend.job.Fact;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Arrays;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * Tells, wherever no page does so in place, that a value holds what no text can hold: NUL, or half
 * of a pair of characters.
 */
@Configuration(proxyBeanMethods = false)
class StorableText implements WebMvcConfigurer {
  @Override
  public void addInterceptors(InterceptorRegistry registry) {
    registry.addInterceptor(
        new HandlerInterceptor() {
          @Override
          public boolean preHandle(
              HttpServletRequest request, HttpServletResponse response, Object handler) {
            if (handler instanceof HandlerMethod method && isToldInPlace(method)) {
              return true;
            }
            request.getParameterMap().values().stream()
                .flatMap(Arrays::stream)
                .filter(v -> !Fact.isStorable(v))
                .findFirst()
                .ifPresent(
                    v -> {
                      throw new InputProblem(
                          "",
                          "One of the values holds a character that no text can hold (NUL or half of a pair).");
                    });
            return true;
          }
        });
  }

  private static boolean isToldInPlace(HandlerMethod method) {
    return Arrays.stream(method.getMethodParameters())
        .anyMatch(p -> p.hasParameterAnnotation(Sent.class));
  }
}

package hopmend.app.web;

import hopmend.job.Fact;
import jakarta.servlet.http.HttpServletRequest;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.core.MethodParameter;
import org.springframework.core.ResolvableType;
import org.springframework.stereotype.Component;
import org.springframework.validation.BindingResult;
import org.springframework.validation.DataBinder;
import org.springframework.validation.FieldError;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * Makes the record of a form that was {@link Sent}, and turns what its annotations forbid into a
 * message beside the field. A field that was not sent is an empty text; a word that its closed set
 * does not have is null, which the annotations of the record forbid or allow.
 */
@Component
public class SentFields implements HandlerMethodArgumentResolver, WebMvcConfigurer {
  private static final String SENT = "sent";

  @Override
  public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
    resolvers.add(this);
  }

  @Override
  public boolean supportsParameter(MethodParameter parameter) {
    return parameter.hasParameterAnnotation(Sent.class);
  }

  @Override
  public Object resolveArgument(
      MethodParameter parameter,
      ModelAndViewContainer container,
      NativeWebRequest web,
      WebDataBinderFactory binders)
      throws Exception {
    HttpServletRequest request =
        Objects.requireNonNull(web.getNativeRequest(HttpServletRequest.class));
    DataBinder binder =
        binders.createBinder(web, null, SENT, ResolvableType.forMethodParameter(parameter));
    binder.construct(new Fields(request));
    request.setAttribute(SENT, binder.getTarget());
    requireStorable(request, parameter.getParameterType());
    binder.validate();
    refuseViolations(binder.getBindingResult(), parameter.getParameterType());
    return Objects.requireNonNull(binder.getTarget());
  }

  /** What was sent, also where it will not do, for a page that shows it again. */
  public static <T> Optional<T> shown(HttpServletRequest request, Class<T> form) {
    Object sent = request.getAttribute(SENT);
    return form.isInstance(sent) ? Optional.of(form.cast(sent)) : Optional.empty();
  }

  private static void requireStorable(HttpServletRequest request, Class<?> form) {
    for (RecordComponent c : form.getRecordComponents()) {
      String[] values = request.getParameterValues(c.getName());
      if (values != null && !Arrays.stream(values).allMatch(Fact::isStorable)) {
        throw new InputProblem(
            c.getName(), "This holds a character that no text can hold (NUL or half of a pair).");
      }
    }
  }

  /** The first field of the record with a violation decides. */
  private static void refuseViolations(BindingResult result, Class<?> form) {
    for (RecordComponent c : form.getRecordComponents()) {
      FieldError error = result.getFieldError(c.getName());
      if (error != null) {
        throw new InputProblem(
            c.getName(),
            error.isBindingFailure()
                ? "This field does not take what was sent."
                : error.getDefaultMessage());
      }
    }
  }

  private record Fields(HttpServletRequest request) implements DataBinder.ValueResolver {
    @Override
    public Object resolveValue(String name, Class<?> type) {
      String[] values = request.getParameterValues(name);
      if (type == List.class) {
        return values == null ? List.of() : List.of(values);
      }
      String value = values == null ? "" : values[0];
      if (type == boolean.class) {
        return !value.isEmpty();
      }
      return type.isEnum()
          ? Stream.of(type.getEnumConstants())
              .filter(c -> ((Enum<?>) c).name().equals(value))
              .findFirst()
              .orElse(null)
          : value;
    }

    @Override
    public Set<String> getNames() {
      return request.getParameterMap().keySet().stream().collect(Collectors.toUnmodifiableSet());
    }
  }
}

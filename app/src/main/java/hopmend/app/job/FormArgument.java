package hopmend.app.job;

import hopmend.app.job.HopScreens.Form;
import hopmend.app.web.InputProblem;
import hopmend.app.web.RequestPath;
import hopmend.job.Hop;
import jakarta.servlet.http.HttpServletRequest;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.UUID;
import org.springframework.core.MethodParameter;
import org.springframework.stereotype.Component;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * Hands a sent form to whoever asks for one: which job it is about stands in its address, and which
 * hop it belongs to in its address or, where it stands on every page, in its field "hop".
 */
@Component
class FormArgument implements HandlerMethodArgumentResolver, WebMvcConfigurer {
  @Override
  public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
    resolvers.add(this);
  }

  @Override
  public boolean supportsParameter(MethodParameter parameter) {
    return parameter.getParameterType() == Form.class;
  }

  @Override
  public Form resolveArgument(
      MethodParameter parameter,
      ModelAndViewContainer container,
      NativeWebRequest web,
      WebDataBinderFactory binders) {
    HttpServletRequest request =
        Objects.requireNonNull(web.getNativeRequest(HttpServletRequest.class));
    return new Form(RequestPath.jobId(request), hop(request), submission(request));
  }

  /** Token and what was seen, from the hidden fields. */
  private static JobDesk.Submission submission(HttpServletRequest request) {
    try {
      return new JobDesk.Submission(
          UUID.fromString(request.getParameter("token")),
          Long.parseLong(request.getParameter("seen")),
          HopScreens.by(request));
    } catch (IllegalArgumentException | NullPointerException e) {
      throw new InputProblem("", "The form was incomplete. Look at the page again and retry.");
    }
  }

  /** The word behind the job's number: {@code /jobs/5/prove/answer} is of Prove. */
  static Hop hop(HttpServletRequest request) {
    String[] words = RequestPath.of(request).split("/");
    String ofThePage = Objects.toString(request.getParameter("hop"), "");
    return Arrays.stream(Hop.values())
        .filter(h -> h.path().equals(words[3]) || h.path().equals(ofThePage))
        .findFirst()
        .orElse(Hop.READ);
  }
}

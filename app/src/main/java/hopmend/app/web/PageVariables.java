package hopmend.app.web;

import java.util.Collections;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.thymeleaf.IEngineConfiguration;
import org.thymeleaf.cache.StandardCacheManager;
import org.thymeleaf.context.EngineContext;
import org.thymeleaf.context.IContext;
import org.thymeleaf.context.IEngineContext;
import org.thymeleaf.context.IEngineContextFactory;
import org.thymeleaf.context.IWebContext;
import org.thymeleaf.context.LazyContextVariable;
import org.thymeleaf.context.WebEngineContext;
import org.thymeleaf.engine.TemplateData;
import org.thymeleaf.spring6.SpringTemplateEngine;
import org.thymeleaf.web.IWebExchange;

/**
 * Keeps the variables of a page in a map of its own while it is written. The engine's way, as
 * attributes of the request below all of its wrappers, took a sixth of the time of a page.
 */
@Component
final class PageVariables implements IEngineContextFactory {
  private static final String PARAMETERS = "param";

  /** Each expression is kept two or three times: as written, as parsed, as a link or a choice. */
  private static final int MOST_EXPRESSIONS = 20_000;

  private final Words words;

  PageVariables(SpringTemplateEngine engine, Words words) {
    this.words = words;
    engine.setEngineContextFactory(this);
    engine.setCacheManager(roomForAll());
  }

  /**
   * The pages have some 2 500 expressions; what the engine forgot, of the 500 that it keeps by
   * itself, it had to parse again and never came to compile.
   */
  private static StandardCacheManager roomForAll() {
    StandardCacheManager kept = new StandardCacheManager();
    kept.setExpressionCacheMaxSize(MOST_EXPRESSIONS);
    kept.setTemplateCacheMaxSize(2_000);
    return kept;
  }

  @Override
  public IEngineContext createEngineContext(
      IEngineConfiguration configuration,
      TemplateData template,
      Map<String, Object> resolution,
      IContext context) {
    Map<String, Object> variables =
        context instanceof IWebContext web
            ? new HashMap<>(web.getExchange().getAttributeMap())
            : new HashMap<>();
    // A variable and no bean: an expression with a bean in it is never compiled.
    variables.put("wording", words);
    context.getVariableNames().forEach(name -> variables.put(name, context.getVariable(name)));
    if (!(context instanceof IWebContext web)) {
      return new EngineContext(configuration, template, resolution, context.getLocale(), variables);
    }
    variables.put(
        PARAMETERS,
        new LazyContextVariable<Object>() {
          @Override
          protected Object loadValue() {
            return new WebEngineContext(
                    configuration,
                    template,
                    resolution,
                    web.getExchange(),
                    web.getLocale(),
                    Collections.emptyMap())
                .getVariable(PARAMETERS);
          }
        });
    return new OfPage(
        configuration, template, resolution, web.getLocale(), variables, web.getExchange());
  }

  private static final class OfPage extends EngineContext implements IWebContext {
    private final IWebExchange exchange;

    OfPage(
        IEngineConfiguration configuration,
        TemplateData template,
        Map<String, Object> resolution,
        Locale locale,
        Map<String, Object> variables,
        IWebExchange exchange) {
      super(configuration, template, resolution, locale, variables);
      this.exchange = exchange;
    }

    @Override
    public IWebExchange getExchange() {
      return exchange;
    }
  }
}

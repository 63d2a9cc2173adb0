package hopmend.app.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Says that the record cannot be reached where even the session cannot be read, which happens
 * outside every controller.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class OutageFilter extends OncePerRequestFilter {
  private static final Logger LOG = LoggerFactory.getLogger(OutageFilter.class);

  private final Outage outage;

  OutageFilter(Outage outage) {
    this.outage = outage;
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    try {
      chain.doFilter(request, response);
    } catch (DataAccessException | TransactionException e) {
      LOG.error("Database", e);
      if (response.isCommitted()) {
        throw e;
      }
      Outage.Words words = outage.of(request);
      PlainPage.send(
          response, HttpServletResponse.SC_SERVICE_UNAVAILABLE, words.what(), words.remedy());
    }
  }
}

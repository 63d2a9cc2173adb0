package hopmend.app.door;

import hopmend.app.web.Refusal;
import java.io.IOException;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ErrorReportValve;

/**
 * The server's own refusals, of requests that never reach the application. They name neither the
 * server nor what is inside; of the open interface they are problem details.
 */
final class RefusalValve extends ErrorReportValve {
  RefusalValve() {
    setShowReport(false);
    setShowServerInfo(false);
  }

  @Override
  protected void report(Request request, Response response, Throwable thrown) {
    String path = request.getRequestURI();
    boolean written = response.getContentWritten() > 0;
    if (response.getStatus() < 400 || written || !Refusal.isOfOpenInterface(path)) {
      super.report(request, response, thrown);
      return;
    }
    try {
      Refusal.send(response.getStatus(), path, response.getResponse());
      response.finishResponse();
    } catch (IOException | IllegalStateException e) {
      // The client is gone, or the answer has begun: there is nobody to tell.
    }
  }
}

package hopmend.app.door;

import hopmend.app.web.PlainPage;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.SocketTimeoutException;
import java.nio.ByteBuffer;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ValveBase;
import org.apache.coyote.ActionCode;
import org.apache.coyote.InputBuffer;
import org.apache.tomcat.util.net.ApplicationBufferHandler;

/**
 * Bounds on bodies that are being sent: so many at once of one client and of all, and each at a
 * pace. A body that trickles in is cut off, so that slow senders never hold all workers.
 */
final class BodyBounds extends ValveBase {
  /** Slower than this over its whole length no honest line is; bytes a second. */
  private static final long SLOWEST = 16_000;

  private static final long MOST_UNWANTED = 2_000_000;

  /** A refused body is read to its end, and forgotten, so that the sender hears the answer. */
  private static final long MOST_OF_A_BODY = 60_000_000;

  /** Larger bodies cost memory while they are worked on; so many of all clients at once. */
  private static final long LARGE = 1_000_000;

  private static final int LARGE_OF_ALL = 4;

  private final int perClient;
  private final int ofAll;
  private final long graceMillis;
  private final Map<String, AtomicInteger> sending = new ConcurrentHashMap<>();
  private final AtomicInteger all = new AtomicInteger();
  private final AtomicInteger large = new AtomicInteger();

  BodyBounds(int perClient, int ofAll, long graceMillis) {
    super(true);
    this.perClient = perClient;
    this.ofAll = ofAll;
    this.graceMillis = graceMillis;
  }

  @Override
  public void invoke(Request request, Response response) throws IOException, ServletException {
    long length = length(request);
    if (length == 0 || length < 0 && request.getHeader("Transfer-Encoding") == null) {
      getNext().invoke(request, response);
      return;
    }
    AtomicInteger own =
        sending.compute(
            request.getRemoteAddr(),
            (a, n) -> {
              AtomicInteger count = n == null ? new AtomicInteger() : n;
              count.incrementAndGet();
              return count;
            });
    org.apache.coyote.Request coyote = request.getCoyoteRequest();
    InputBuffer input = coyote.getInputBuffer();
    int weight = length > LARGE || length < 0 ? 1 : 0;
    try {
      boolean tooMany = all.incrementAndGet() > ofAll || own.get() > perClient;
      boolean tooLarge = large.addAndGet(weight) > LARGE_OF_ALL && weight > 0;
      coyote.setInputBuffer(new Paced(input, coyote, System.nanoTime()));
      if (tooMany) {
        refuse(response);
        coyote.action(ActionCode.DISABLE_SWALLOW_INPUT, null);
      } else if (tooLarge) {
        refuse(response);
        readRest(request, coyote, MOST_OF_A_BODY);
      } else {
        getNext().invoke(request, response);
        boolean refused = response.getStatus() == HttpServletResponse.SC_REQUEST_ENTITY_TOO_LARGE;
        readRest(request, coyote, refused ? MOST_OF_A_BODY : MOST_UNWANTED);
      }
    } finally {
      coyote.setInputBuffer(input);
      all.decrementAndGet();
      large.addAndGet(-weight);
      sending.computeIfPresent(
          request.getRemoteAddr(), (a, n) -> n.decrementAndGet() <= 0 ? null : n);
    }
  }

  /** What the head says; a length that is no number was refused already, and nothing is read. */
  private static long length(Request request) {
    try {
      return request.getContentLengthLong();
    } catch (NumberFormatException e) {
      return 0;
    }
  }

  private static void refuse(Response response) throws IOException {
    PlainPage.send(
        response.getResponse(),
        503,
        "The server has too much to do just now. Nothing was recorded by this step.",
        "Go back and send it again in ten seconds.");
    response.setHeader("Retry-After", "10");
    response.setHeader("Connection", "close");
  }

  /**
   * What nobody wanted of the body is read here, at the same pace: the server itself would wait for
   * it byte by byte before it lets the worker go.
   */
  private static void readRest(Request request, org.apache.coyote.Request coyote, long most) {
    Unwanted rest = new Unwanted();
    try {
      while (!request.isFinished() && rest.length < most && coyote.doRead(rest) > 0) {
        rest.count();
      }
    } catch (IOException e) {
      // the sender was cut off, or went away
    }
  }

  private static final class Unwanted implements ApplicationBufferHandler {
    private ByteBuffer buffer = ByteBuffer.allocate(0);
    private long length;

    @Override
    public void setByteBuffer(ByteBuffer buffer) {
      this.buffer = buffer;
    }

    @Override
    public ByteBuffer getByteBuffer() {
      return buffer;
    }

    @Override
    public void expand(int size) {
      // the server brings its own buffer
    }

    void count() {
      length += buffer.remaining();
      buffer.position(buffer.limit());
    }
  }

  /** Reads on as long as the sender keeps the pace. */
  private final class Paced implements InputBuffer {
    private final InputBuffer input;
    private final org.apache.coyote.Request request;
    private final long begun;
    private long received;

    Paced(InputBuffer input, org.apache.coyote.Request request, long begun) {
      this.input = input;
      this.request = request;
      this.begun = begun;
    }

    @Override
    public int doRead(ApplicationBufferHandler handler) throws IOException {
      int read = input.doRead(handler);
      received += Math.max(0, read);
      long allowedMillis = graceMillis + received * 1000 / SLOWEST;
      if (read >= 0 && (System.nanoTime() - begun) / 1_000_000 > allowedMillis) {
        SocketTimeoutException slow = new SocketTimeoutException("the body comes too slowly");
        request.action(ActionCode.CLOSE_NOW, slow);
        throw slow;
      }
      return read;
    }

    @Override
    public int available() {
      return input.available();
    }
  }
}

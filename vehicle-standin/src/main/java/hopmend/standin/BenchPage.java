package hopmend.standin;

import com.sun.net.httpserver.Headers;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import hopmend.sensor.LiveSignal;
import hopmend.standin.SimulatedVehicle.Ignition;
import java.io.Closeable;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;

/**
 * Pages on loopback that play the part of hands at the simulated vehicles: turn the key, pull
 * plugs, put faults in and cure them, drive, take a crank trace. Only requests that name this very
 * address and the secret word in it are served; no other page may frame it, and a slow request
 * holds up nobody else.
 */
public final class BenchPage implements Closeable {
  private static final String STYLE =
      """
      <style>body{font:18px/1.5 sans-serif;max-width:52rem;margin:2rem auto;padding:0 1rem;
      background:#fbf9f4;color:#15211d}button{font:inherit;min-height:48px;padding:0 1rem;
      margin:.2rem .3rem .2rem 0;border:2px solid #8a8f86;border-radius:10px;background:#fff}
      button.on{background:#ffc73a;font-weight:700}form{display:inline}h2{font-size:1.1rem;
      margin:1.4rem 0 .3rem}a{color:#0c4a54}table{border-collapse:collapse}td{padding:.2rem .8rem
      .2rem 0}summary{min-height:44px;cursor:pointer}</style>
      """;

  private static final int WORKERS = 8;
  private static final String CONTENT_SECURITY_POLICY =
      "default-src 'none'; style-src 'unsafe-inline'; form-action 'self'; base-uri 'none';"
          + " frame-ancestors 'none'";

  private final List<DoipServer> servers;
  private final HttpServer http;
  private final ExecutorService workers =
      new ThreadPoolExecutor(WORKERS, WORKERS, 1, TimeUnit.MINUTES, new ArrayBlockingQueue<>(64));
  private final String home;

  public BenchPage(DoipServer server, int port) throws IOException {
    this(List.of(server), port);
  }

  public BenchPage(List<DoipServer> servers, int port) throws IOException {
    // The server's own bounds on a request and an answer, in seconds; read when the first one is
    // made.
    System.setProperty("sun.net.httpserver.maxReqTime", "10");
    System.setProperty("sun.net.httpserver.maxRspTime", "60");
    byte[] secret = new byte[12];
    new SecureRandom().nextBytes(secret);
    this.home = "/" + HexFormat.of().formatHex(secret) + "/";
    this.servers = List.copyOf(servers);
    this.http = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 4);
    http.setExecutor(workers);
    http.createContext("/", this::handle);
    http.start();
  }

  public int port() {
    return http.getAddress().getPort();
  }

  /** Where the page is; whoever has not this address does not get in. */
  public String url() {
    return "http://127.0.0.1:" + port() + home;
  }

  private void handle(HttpExchange exchange) throws IOException {
    try (exchange) {
      Headers headers = exchange.getResponseHeaders();
      headers.set("X-Content-Type-Options", "nosniff");
      headers.set("X-Frame-Options", "DENY");
      headers.set("Referrer-Policy", "same-origin");
      headers.set("Content-Security-Policy", CONTENT_SECURITY_POLICY);
      String host = exchange.getRequestHeaders().getFirst("Host");
      String origin = exchange.getRequestHeaders().getFirst("Origin");
      boolean own =
          host != null
              && (host.equals("127.0.0.1:" + port()) || host.equals("localhost:" + port()))
              && (origin == null || origin.equals("http://" + host));
      String path = exchange.getRequestURI().getPath();
      if (!own || !path.startsWith(home)) {
        send(exchange, 403, "text/plain", "Only for this machine, and with the whole address");
        return;
      }
      serve(exchange, words(path.substring(home.length())));
    }
  }

  private static String[] words(String path) {
    return Arrays.stream(path.split("/")).filter(w -> !w.isEmpty()).toArray(String[]::new);
  }

  /** {@code /3/key/ON} is about the third vehicle; without a number it is about the first. */
  private void serve(HttpExchange exchange, String[] words) throws IOException {
    boolean numbered = words.length > 0 && words[0].matches("\\d{1,4}");
    int number = numbered ? Integer.parseInt(words[0]) : 1;
    String[] rest = numbered ? Arrays.copyOfRange(words, 1, words.length) : words;
    if (number < 1 || number > servers.size()) {
      send(exchange, 404, "text/plain", "No such vehicle");
    } else if (exchange.getRequestMethod().equals("POST")) {
      act(exchange, number, rest);
    } else if (rest.length == 2 && rest[0].equals("vin")) {
      redirect(exchange, numberOf(rest[1]));
    } else if (rest.length == 0 && !numbered && servers.size() > 1) {
      send(exchange, 200, "text/html; charset=utf-8", index());
    } else if (rest.length == 0) {
      send(exchange, 200, "text/html; charset=utf-8", page(number));
    } else {
      send(exchange, 404, "text/plain", "Nothing here");
    }
  }

  private int numberOf(String vin) {
    for (int i = 0; i < servers.size(); i++) {
      if (servers.get(i).with(v -> v.spec().vin()).equals(vin)) {
        return i + 1;
      }
    }
    return 0;
  }

  private void redirect(HttpExchange exchange, int number) throws IOException {
    exchange.getResponseHeaders().set("Location", home + (number == 0 ? "" : number + "/"));
    exchange.sendResponseHeaders(303, -1);
  }

  private void act(HttpExchange exchange, int number, String[] words) throws IOException {
    DoipServer server = servers.get(number - 1);
    try {
      switch (words[0]) {
        case "key" -> server.with(v -> done(() -> v.turn(Ignition.valueOf(words[1]))));
        case "warm" -> server.with(v -> done(() -> warmUp(v)));
        case "night" -> server.with(v -> done(() -> standOvernight(v)));
        case "fault" -> server.with(v -> done(() -> v.setFault(words[1], !v.hasFault(words[1]))));
        case "plug" -> server.with(v -> done(() -> v.pull(words[1], !v.isPulled(words[1]))));
        case "helper" -> server.with(v -> done(() -> v.helper(!v.hasHelper())));
        case "misbehave" -> server.misbehave(Misbehaviour.valueOf(words[1]));
        case "drive" -> {
          DriveProfile profile = DriveProfile.valueOf(words[1]);
          csv(exchange, "drive-" + profile, server.with(v -> v.drive(profile)));
          return;
        }
        case "crank" -> {
          csv(exchange, "crank", server.with(v -> CrankTrace.take(v, 100, 1)));
          return;
        }
        default -> throw new IllegalArgumentException("no such action");
      }
      redirect(exchange, servers.size() > 1 ? number : 0);
    } catch (IllegalArgumentException | ArrayIndexOutOfBoundsException e) {
      send(exchange, 400, "text/plain", "This page has no such button: " + e.getMessage());
    }
  }

  private static Object done(Runnable work) {
    work.run();
    return work;
  }

  private static void warmUp(SimulatedVehicle v) {
    v.turn(Ignition.RUNNING);
    v.advance(900);
  }

  private static void standOvernight(SimulatedVehicle v) {
    v.turn(Ignition.OFF);
    v.advance(10 * 3600);
  }

  private static void csv(HttpExchange exchange, String name, String csv) throws IOException {
    exchange
        .getResponseHeaders()
        .set("Content-Disposition", "attachment; filename=" + name + ".csv");
    send(exchange, 200, "text/csv; charset=utf-8", csv);
  }

  private static StringBuilder head(String title) {
    return new StringBuilder(
            "<!DOCTYPE html><html lang=\"en\"><head><meta charset=\"utf-8\"><title>Vehicle bench</title>")
        .append(STYLE)
        .append("</head><body><h1>")
        .append(title)
        .append("</h1>");
  }

  private String index() {
    StringBuilder html = head("Simulated vehicles");
    html.append("<table>");
    for (int i = 0; i < servers.size(); i++) {
      int number = i + 1;
      DoipServer server = servers.get(i);
      server.with(
          v ->
              html.append("<tr><td><a href=\"")
                  .append(home)
                  .append(number)
                  .append("/\">")
                  .append(v.spec().name())
                  .append("</a></td><td>")
                  .append(v.spec().vin())
                  .append("</td><td>")
                  .append(server.address().getAddress().getHostAddress())
                  .append(" : ")
                  .append(server.port())
                  .append("</td><td>ignition ")
                  .append(v.ignition())
                  .append("</td></tr>"));
    }
    return html.append("</table></body></html>").toString();
  }

  private String page(int number) {
    DoipServer server = servers.get(number - 1);
    String base = home + (servers.size() > 1 ? number + "/" : "");
    return server.with(
        v -> {
          StringBuilder html = head("Simulated vehicle: " + v.spec().name());
          if (servers.size() > 1) {
            html.append("<p><a href=\"").append(home).append("\">All vehicles</a></p>");
          }
          html.append("<p>").append(v.spec().vin());
          html.append(". Ignition <b>").append(v.ignition()).append("</b>, engine ");
          html.append(v.isEngineRunning() ? "runs" : "stands").append(", coolant <b>");
          html.append(Math.round(v.live(LiveSignal.COOLANT))).append(" °C</b>.</p><h2>Key</h2>");
          for (Ignition i : Ignition.values()) {
            button(html, base + "key/" + i, "Ignition " + i, i == v.ignition());
          }
          button(html, base + "warm/up", "Run until warm", false);
          button(html, base + "night/over", "Let it stand overnight", false);
          html.append("<h2>Hands</h2>");
          boolean helper = v.hasHelper();
          String pedal = helper ? "Somebody is at the pedal: send away" : "Nobody is at the pedal";
          button(html, base + "helper/at-the-pedal", pedal, !helper);
          for (VehicleSpec.Plug p : v.spec().plugs()) {
            boolean off = v.isPulled(p.id());
            String words = p.words() + (off ? " is OFF: plug in" : " is on: pull");
            button(html, base + "plug/" + p.id(), words, off);
          }
          for (VehicleSpec.NamedFault f : v.spec().faults()) {
            boolean in = v.hasFault(f.id());
            String words = f.words().equals("hidden") ? f.fault().words() : f.words();
            button(
                html,
                base + "fault/" + f.id(),
                words + (in ? ": cure it" : " (not so): put it in"),
                in);
          }
          html.append("<details><summary>Every other fault</summary>");
          for (Fault f : v.spec().possibleFaults()) {
            button(html, base + "fault/" + f.id(), f.words(), v.hasFault(f.id()));
          }
          html.append("</details><h2>Drive and measure, gives a file</h2>");
          button(html, base + "drive/FULL", "Drive 25 minutes", false);
          button(html, base + "drive/SHORT", "Drive round the block", false);
          button(html, base + "crank/trace", "Crank trace of 100 turns", false);
          html.append("<h2>Misbehave: ").append(server.misbehaviour().words()).append("</h2>");
          for (Misbehaviour m : Misbehaviour.values()) {
            button(html, base + "misbehave/" + m, m.words(), m == server.misbehaviour());
          }
          return html.append("</body></html>").toString();
        });
  }

  private static void button(StringBuilder html, String action, String words, boolean on) {
    html.append("<form method=\"post\" action=\"").append(action).append("\"><button");
    html.append(on ? " class=\"on\">" : ">").append(words).append("</button></form>");
  }

  private static void send(HttpExchange exchange, int status, String type, String body)
      throws IOException {
    byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
    exchange.getResponseHeaders().set("Content-Type", type);
    exchange.sendResponseHeaders(status, bytes.length);
    exchange.getResponseBody().write(bytes);
  }

  @Override
  public void close() {
    http.stop(0);
    workers.shutdownNow();
  }
}

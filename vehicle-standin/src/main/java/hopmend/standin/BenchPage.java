package hopmend.standin;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import hopmend.standin.SimulatedVehicle.Ignition;
import java.io.Closeable;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/**
 * A page on loopback that plays the part of hands at the simulated vehicle: it turns the key, pulls
 * plugs, fits a new sensor, drives. Only requests that name this very address are served.
 */
public final class BenchPage implements Closeable {
  private final DoipServer server;
  private final HttpServer http;
  private final ExecutorService worker = Executors.newSingleThreadExecutor();

  public BenchPage(DoipServer server, int port) throws IOException {
    this.server = server;
    this.http = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 4);
    http.setExecutor(worker);
    http.createContext("/", this::handle);
    http.start();
  }

  public int port() {
    return http.getAddress().getPort();
  }

  private void handle(HttpExchange exchange) throws IOException {
    try (exchange) {
      String host = exchange.getRequestHeaders().getFirst("Host");
      String origin = exchange.getRequestHeaders().getFirst("Origin");
      boolean own =
          host != null
              && (host.equals("127.0.0.1:" + port()) || host.equals("localhost:" + port()))
              && (origin == null || origin.equals("http://" + host));
      if (!own) {
        send(exchange, 403, "text/plain", "Only for this machine");
        return;
      }
      String path = exchange.getRequestURI().getPath();
      if (exchange.getRequestMethod().equals("POST")) {
        act(exchange, path);
      } else if (path.equals("/")) {
        send(exchange, 200, "text/html; charset=utf-8", page());
      } else {
        send(exchange, 404, "text/plain", "Nothing here");
      }
    }
  }

  private void act(HttpExchange exchange, String path) throws IOException {
    String[] words = path.substring(1).split("/");
    try {
      switch (words[0]) {
        case "key" -> server.with(v -> done(() -> v.turn(Ignition.valueOf(words[1]))));
        case "warm" -> server.with(v -> done(() -> warmUp(v)));
        case "night" -> server.with(v -> done(() -> standOvernight(v)));
        case "fault" -> server.with(v -> done(() -> v.setFault(words[1], !v.hasFault(words[1]))));
        case "plug" -> server.with(v -> done(() -> v.pull(words[1], !v.isPulled(words[1]))));
        case "misbehave" -> server.misbehave(Misbehaviour.valueOf(words[1]));
        case "drive" -> {
          drive(exchange, DriveProfile.valueOf(words[1]));
          return;
        }
        default -> throw new IllegalArgumentException("no such action");
      }
      exchange.getResponseHeaders().set("Location", "/");
      exchange.sendResponseHeaders(303, -1);
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

  private void drive(HttpExchange exchange, DriveProfile profile) throws IOException {
    String csv = server.with(v -> v.drive(profile));
    exchange
        .getResponseHeaders()
        .set("Content-Disposition", "attachment; filename=drive-" + profile + ".csv");
    send(exchange, 200, "text/csv; charset=utf-8", csv);
  }

  private String page() {
    return server.with(
        v -> {
          StringBuilder html = new StringBuilder();
          html.append(
              """
              <!DOCTYPE html><html lang="en"><head><meta charset="utf-8"><title>Vehicle bench</title>
              <style>body{font:18px/1.5 sans-serif;max-width:46rem;margin:2rem auto;padding:0 1rem;
              background:#fbf9f4;color:#15211d}button{font:inherit;min-height:48px;padding:0 1rem;
              margin:.2rem .3rem .2rem 0}form{display:inline}h2{font-size:1.1rem;margin:1.4rem 0 .3rem}
              </style></head><body><h1>Simulated vehicle</h1>
              """);
          html.append("<p>").append(v.spec().name()).append(", ").append(v.spec().vin());
          html.append(". Ignition <b>").append(v.ignition()).append("</b>, coolant <b>");
          html.append(Math.round(v.coolantC())).append(" °C</b>.</p><h2>Key</h2>");
          for (Ignition i : Ignition.values()) {
            button(html, "key/" + i, "Ignition " + i);
          }
          button(html, "warm/up", "Run until warm");
          button(html, "night/over", "Let it stand overnight");
          html.append("<h2>Hands</h2>");
          v.spec()
              .plugs()
              .forEach(
                  p ->
                      button(
                          html,
                          "plug/" + p.id(),
                          p.words() + (v.isPulled(p.id()) ? " is OFF: plug in" : " is on: pull")));
          v.spec()
              .faults()
              .forEach(
                  f ->
                      button(
                          html,
                          "fault/" + f.id(),
                          f.words() + (v.hasFault(f.id()) ? ": cure it" : " (not so): put it in")));
          html.append("<h2>Drive, gives a log</h2>");
          button(html, "drive/FULL", "Drive 25 minutes");
          button(html, "drive/SHORT", "Drive round the block");
          html.append("<h2>Misbehave: ").append(server.misbehaviour().words()).append("</h2>");
          for (Misbehaviour m : Misbehaviour.values()) {
            button(html, "misbehave/" + m, m.words());
          }
          return html.append("</body></html>").toString();
        });
  }

  private static void button(StringBuilder html, String action, String words) {
    html.append("<form method=\"post\" action=\"/").append(action).append("\"><button>");
    html.append(words).append("</button></form>");
  }

  private static void send(HttpExchange exchange, int status, String type, String body)
      throws IOException {
    byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
    exchange.getResponseHeaders().set("Content-Type", type);
    exchange.getResponseHeaders().set("X-Content-Type-Options", "nosniff");
    exchange.sendResponseHeaders(status, bytes.length);
    exchange.getResponseBody().write(bytes);
  }

  @Override
  public void close() {
    http.stop(0);
    worker.shutdownNow();
  }
}

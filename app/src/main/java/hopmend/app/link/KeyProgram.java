package hopmend.app.link;

import hopmend.relearn.Routine;
import hopmend.wire.Refusal;
import hopmend.wire.Uds;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HexFormat;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * The shop's own program that answers a controller's lock: for each seed (0x27) or challenge (0x29)
 * it is started once, gets one JSON object on its standard input, and writes one to its standard
 * output within five seconds. It is the one executable that the shop has named in its settings; no
 * page and no file can name another. Without a name, locked controllers stay locked.
 */
@Component
class KeyProgram {
  private static final int SECONDS = 5;
  private static final int MOST_BYTES = 64 * 1024;
  private static final HexFormat HEX = HexFormat.of().withUpperCase();
  private static final JsonMapper JSON = JsonMapper.shared();

  private final String executable;
  private final int level;

  /**
   * @param level of security access that is asked for where a card tells none
   */
  KeyProgram(
      @Value("${hopmend.link.key-program}") String executable,
      @Value("${hopmend.link.security-level}") int level) {
    this.level = level;
    this.executable = executable.strip();
    if (isSet()
        && !(Path.of(this.executable).isAbsolute()
            && Files.isExecutable(Path.of(this.executable)))) {
      throw new IllegalArgumentException(
          "hopmend.link.key-program is the whole path of a program that can be run, not "
              + executable);
    }
  }

  boolean isSet() {
    return !executable.isEmpty();
  }

  /**
   * What a controller's lock is about.
   *
   * @param level of security access, where it is that
   */
  record Lock(String vin, int controller, int level) {}

  /** The level that a routine asks for: its card's, or the shop's usual one. */
  int level(Routine routine) {
    return routine.securityLevel() == null ? level : routine.securityLevel();
  }

  /** The key to a seed of security access. */
  private byte[] key(Lock lock, byte[] seed) {
    return answer(
        lock,
        "0x27",
        Map.of("level", String.valueOf(lock.level()), "seed", HEX.formatHex(seed)),
        "key");
  }

  /** The certificate with which this tester authenticates itself. */
  private byte[] certificate(Lock lock) {
    return answer(lock, "0x29", Map.of(), "certificate");
  }

  /** The proof that the certificate is the tester's own, for a challenge of the controller. */
  private byte[] proof(Lock lock, byte[] challenge) {
    return answer(lock, "0x29", Map.of("challenge", HEX.formatHex(challenge)), "proof");
  }

  private byte[] answer(Lock lock, String service, Map<String, String> asked, String wanted) {
    Map<String, String> question = new TreeMap<>(asked);
    question.put("service", service);
    question.put("vin", lock.vin());
    question.put("controller", Controller.written(lock.controller()));
    try {
      JsonNode value = JSON.readTree(run(JSON.writeValueAsBytes(question))).path(wanted);
      byte[] bytes = HEX.parseHex(value.asString("").toUpperCase(Locale.ROOT));
      if (bytes.length > 0) {
        return bytes;
      }
      throw new IllegalArgumentException("nothing");
    } catch (IOException | JacksonException | IllegalArgumentException e) {
      throw failed("does not answer with \"" + wanted + "\" in hexadecimal digits");
    }
  }

  private byte[] run(byte[] question) throws IOException {
    ProcessBuilder builder =
        new ProcessBuilder(executable).redirectError(ProcessBuilder.Redirect.DISCARD);
    builder.environment().clear();
    Process program = builder.start();
    try {
      program.getOutputStream().write(question);
      program.getOutputStream().close();
      if (!program.waitFor(SECONDS, TimeUnit.SECONDS)) {
        throw failed("does not answer within " + SECONDS + " s");
      }
      if (program.exitValue() != 0) {
        throw failed("ended with " + program.exitValue());
      }
      return program.getInputStream().readNBytes(MOST_BYTES);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw failed("was stopped");
    } finally {
      program.destroyForcibly();
    }
  }

  private static LinkProblem failed(String how) {
    return new LinkProblem("The controller is locked, and the shop's key program " + how + ".");
  }

  /**
   * Opens a controller's lock, the way it wants it.
   *
   * @param refusal with which it refused what was wanted
   * @throws LinkProblem if it stays locked
   */
  void open(VehicleLink link, Lock lock, Refusal refusal) {
    if (refusal == Refusal.AUTHENTICATION_REQUIRED) {
      authenticate(link, lock);
    } else {
      unlock(link, lock);
    }
  }

  private void unlock(VehicleLink link, Lock lock) {
    byte[] seed =
        Uds.seed(
            link.ask(lock.controller(), Uds.requestSeed(lock.level()), "give a seed for its lock"),
            lock.level());
    if (Uds.isOpen(seed)) {
      return;
    }
    link.ask(lock.controller(), Uds.sendKey(lock.level(), key(lock, seed)), "take the key");
  }

  private void authenticate(VehicleLink link, Lock lock) {
    byte[] challenge =
        Uds.challenge(
            link.ask(
                lock.controller(),
                Uds.showCertificate(certificate(lock)),
                "look at the tester's certificate"));
    link.ask(
        lock.controller(), Uds.proveOwnership(proof(lock, challenge)), "take the tester's proof");
  }
}

package hopmend.app.export;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import hopmend.app.job.JobCopies;
import hopmend.app.job.JobCopy;
import hopmend.app.watch.SecurityEvent.Kind;
import hopmend.app.watch.SecurityEvents;
import hopmend.app.web.InputProblem;
import hopmend.app.web.UploadedText;
import jakarta.annotation.PreDestroy;
import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.time.Duration;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.TransactionException;
import org.springframework.util.FileSystemUtils;
import org.springframework.web.multipart.MultipartFile;

/**
 * Takes job files in, one at a time and aside from the requests: reading and checking hold neither
 * a page nor the database, and how far they are can be looked at.
 */
@Service
class Imports {
  private static final Logger LOG = LoggerFactory.getLogger(Imports.class);
  private static final int MOST_WAITING = 4;
  private static final Duration KEPT = Duration.ofHours(12);

  private final JobFile format;
  private final ImportCheck check;
  private final JobCopies copies;
  private final JobPictures pictures;
  private final SecurityEvents events;
  private final Clock clock;
  private final Cache<UUID, Import> imports = Caffeine.newBuilder().expireAfterAccess(KEPT).build();
  private final ThreadPoolExecutor worker =
      new ThreadPoolExecutor(
          1,
          1,
          1,
          TimeUnit.MINUTES,
          new ArrayBlockingQueue<>(MOST_WAITING),
          work -> {
            Thread t = new Thread(work, "imports");
            t.setDaemon(true);
            return t;
          });

  Imports(
      JobFile format,
      ImportCheck check,
      JobCopies copies,
      JobPictures pictures,
      SecurityEvents events,
      Clock clock) {
    this.pictures = pictures;
    this.format = format;
    this.check = check;
    this.copies = copies;
    this.events = events;
    this.clock = clock;
  }

  /** How far an import is. */
  enum Stage {
    WAITING("waits for another file to finish"),
    READING("is being read"),
    CHECKING("is being held against the rules"),
    WRITING("is being written down as a job"),
    DONE("is done"),
    REFUSED("was refused: nothing was taken in");

    private final String words;

    Stage(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /** One file on its way in. */
  static final class Import {
    private final UUID id = UUID.randomUUID();
    private final String who;
    private final String address;
    private final String name;
    private final CountDownLatch ended = new CountDownLatch(1);
    private volatile Stage stage = Stage.WAITING;
    private volatile long read;
    private volatile long checked;
    private volatile long jobId;
    private volatile List<String> problems = List.of();

    private Import(String who, String address, String name) {
      this.who = who;
      this.address = address;
      this.name = name;
    }

    public UUID id() {
      return id;
    }

    public String name() {
      return name;
    }

    public Stage stage() {
      return stage;
    }

    /** Entries read so far. */
    public long read() {
      return read;
    }

    /** Entries held against the rules so far. */
    public long checked() {
      return checked;
    }

    public List<String> problems() {
      return problems;
    }

    public long jobId() {
      return jobId;
    }

    public boolean isRunning() {
      return ended.getCount() > 0;
    }

    boolean endsWithin(long millis) {
      try {
        return ended.await(millis, TimeUnit.MILLISECONDS);
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        return false;
      }
    }

    private void end(Stage how, List<String> why) {
      problems = List.copyOf(why);
      stage = how;
      ended.countDown();
    }
  }

  /** An import of this very person. */
  Optional<Import> of(UUID id, String who) {
    return Optional.ofNullable(imports.getIfPresent(id)).filter(i -> i.who.equals(who));
  }

  /**
   * Begins; the file is kept aside, so that the request may end.
   *
   * @throws InputProblem if too many files wait already
   */
  Import begin(MultipartFile file, String who, String address) {
    Import begun = new Import(who, address, UploadedText.name(file, "job file"));
    Path folder = null;
    try {
      folder = Files.createTempDirectory("hopmend-import");
      Path kept = folder.resolve("job.json");
      file.transferTo(kept);
      Path aside = folder;
      worker.execute(() -> run(begun, aside, kept));
      imports.put(begun.id, begun);
      return begun;
    } catch (RejectedExecutionException e) {
      remove(folder);
      throw new InputProblem(
          "file", "Busy: other files are being taken in. Send this one again in a minute.");
    } catch (IOException e) {
      remove(folder);
      throw new InputProblem("file", "The file did not arrive whole. Send it again.");
    }
  }

  private void run(Import i, Path folder, Path file) {
    Problems problems = new Problems();
    try {
      i.stage = Stage.READING;
      JobFileReader reader =
          new JobFileReader(
              format, problems, folder, clock.instant(), check::unknownHere, n -> i.read = n);
      MessageDigest digest = MessageDigest.getInstance("SHA-256");
      Optional<JobCopy> copy;
      try (InputStream in =
          new DigestInputStream(
              new BufferedInputStream(Files.newInputStream(file), 1 << 16), digest)) {
        copy = reader.read(in);
        in.transferTo(java.io.OutputStream.nullOutputStream());
      }
      if (copy.isPresent()) {
        take(i, copy.get(), HexFormat.of().formatHex(digest.digest()), problems);
      }
      if (!problems.isEmpty()) {
        i.end(Stage.REFUSED, problems.lines());
      }
    } catch (InputProblem e) {
      i.end(Stage.REFUSED, List.of(e.getMessage()));
    } catch (DataAccessException | TransactionException e) {
      LOG.error("Database", e);
      i.end(Stage.REFUSED, List.of("The record cannot be reached just now. Send the file again."));
    } catch (IOException | NoSuchAlgorithmException | RuntimeException e) {
      LOG.error("Import", e);
      i.end(
          Stage.REFUSED,
          List.of("The file could not be taken in; the log of the server says why."));
    } finally {
      i.ended.countDown();
      remove(folder);
    }
  }

  private void take(Import i, JobCopy copy, String hash, Problems problems) {
    copies.requireNew(copy);
    i.stage = Stage.CHECKING;
    check.check(copy, problems, n -> i.checked = n);
    pictures.check(copy, problems);
    if (problems.isEmpty()) {
      i.stage = Stage.WRITING;
      i.jobId = copies.in(pictures.keep(copy, i.who), i.who, hash);
      events.note(
          i.who,
          i.address,
          Kind.TAKEN_IN,
          "job %d from a file, SHA-256 %s".formatted(i.jobId, hash));
      i.end(Stage.DONE, List.of());
    }
  }

  private static void remove(Path folder) {
    if (folder != null) {
      FileSystemUtils.deleteRecursively(folder.toFile());
    }
  }

  @PreDestroy
  void close() {
    worker.shutdownNow();
  }
}

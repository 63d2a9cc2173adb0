package hopmend.app.export;

import hopmend.app.job.JobCopy;
import hopmend.app.picture.Pictures;
import hopmend.app.web.InputProblem;
import hopmend.job.Fact;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** The pictures that a job's record names go out and in with it, among its files. */
@Component
class JobPictures {
  private static final String MEDIA_TYPE = "image/jpeg";

  private final Pictures pictures;

  JobPictures(Pictures pictures) {
    this.pictures = pictures;
  }

  private static Map<String, JobCopy.Entry> named(JobCopy copy) {
    Map<String, JobCopy.Entry> named = new LinkedHashMap<>();
    for (JobCopy.Entry e : copy.entries()) {
      e.fact().keptPicture().ifPresent(p -> named.putIfAbsent(p.id(), e));
    }
    return named;
  }

  /** The copy with the pictures that are kept here. */
  JobCopy with(JobCopy copy) {
    List<JobCopy.File> files = new ArrayList<>(copy.files());
    named(copy)
        .forEach(
            (id, e) -> {
              if (pictures.keeps(id)) {
                files.add(
                    new JobCopy.File(
                        UUID.fromString(id),
                        "picture",
                        MEDIA_TYPE,
                        e.at(),
                        () -> pictures.whole(id).orElseThrow()));
              }
            });
    return copy.withFiles(files);
  }

  private static boolean isPicture(JobCopy.File file) {
    return file.mediaType().equals(MEDIA_TYPE);
  }

  /** Says which pictures of a file are not those that its record names. */
  void check(JobCopy copy, Problems problems) {
    Map<String, JobCopy.Entry> named = named(copy);
    for (JobCopy.File f : copy.files()) {
      JobCopy.Entry e = isPicture(f) ? named.get(f.id().toString()) : null;
      if (!isPicture(f)) {
        continue;
      }
      String place = "File " + (copy.files().indexOf(f) + 1);
      if (e == null) {
        problems.add(place, "no entry names this picture");
        continue;
      }
      try {
        Pictures.Carried carried = Pictures.Carried.of(f.content().get());
        Fact.KeptPicture taken = e.fact().keptPicture().orElseThrow();
        if (!carried.id().equals(taken.id()) || !carried.sha256().equals(taken.sha256())) {
          problems.add(place, "it is another picture than entry " + e.sequence() + " names");
        }
      } catch (InputProblem p) {
        problems.add(place, p.getMessage());
      }
    }
  }

  /** Keeps the pictures of a checked copy; what is left is the job without them. */
  JobCopy keep(JobCopy copy, String who) {
    copy.files().stream()
        .filter(JobPictures::isPicture)
        .forEach(f -> pictures.keep(Pictures.Carried.of(f.content().get()), who));
    return copy.withFiles(copy.files().stream().filter(f -> !isPicture(f)).toList());
  }
}

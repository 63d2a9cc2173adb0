package hopmend.app.part;

import de.siegmar.fastcsv.writer.CsvWriter;
import hopmend.app.web.CsvCell;
import hopmend.app.web.ListAsked;
import hopmend.app.web.ListFilter;
import hopmend.app.web.ListOrder;
import hopmend.app.web.ListOrder.Column;
import hopmend.app.web.ListOrder.Kind;
import hopmend.app.web.Paged;
import hopmend.part.Part;
import hopmend.part.PartNumber;
import jakarta.persistence.EntityManager;
import java.io.IOException;
import java.io.Writer;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The shop's record of the parts that its jobs fitted: of a number, of a batch, of a vehicle. */
@Service
public class FittedParts {
  private static final ListOrder<FittedRow> LISTED =
      new ListOrder<>(
          FittedRow.class,
          "fitted_part",
          true,
          List.of(new Column<>("id", Kind.NUMBER, FittedRow::id)));

  private final EntityManager database;

  FittedParts(EntityManager database) {
    this.database = database;
  }

  /** A page of it, the last first. A batch that is recalled is found by its words. */
  @Transactional(readOnly = true)
  public Paged<FittedRow> list(ListAsked asked) {
    return Paged.read(
        database,
        LISTED,
        new ListAsked(
            PartSearch.words(asked.words()), asked.after(), asked.before(), ListFilter.NONE));
  }

  /** The last of one part. */
  @Transactional(readOnly = true)
  public List<FittedRow> of(Part part) {
    return Paged.read(
            database,
            LISTED,
            new ListAsked(
                "",
                "",
                "",
                new ListFilter(
                    "number_key = ? and make = ?",
                    List.of(PartNumber.key(part.number()), part.make()))))
        .rows();
  }

  /** All of it as CSV, the first first. */
  @Transactional(readOnly = true)
  public void write(Writer out) throws IOException {
    try (CsvWriter csv = CsvWriter.builder().build(out);
        Stream<FittedRow> all =
            database
                .createQuery("select f from FittedRow f order by f.id", FittedRow.class)
                .setHint("org.hibernate.fetchSize", 500)
                .getResultStream()) {
      csv.writeRecord(
          "job",
          "vehicle",
          "number",
          "make",
          "grade",
          "family",
          "batch",
          "fitted_by",
          "fitted_at",
          "came_back");
      all.forEach(
          f -> {
            csv.writeRecord(
                Stream.of(
                        f.jobId(),
                        f.fleetNumber(),
                        f.number(),
                        f.make(),
                        f.grade().word(),
                        f.family(),
                        f.batch(),
                        f.fittedBy(),
                        f.fittedAt(),
                        f.cameBack() ? "yes" : "no")
                    .map(v -> CsvCell.write(Objects.toString(v, "")))
                    .toList());
            database.detach(f);
          });
    }
  }
}

package hopmend.app.part;

import jakarta.persistence.QueryHint;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.hibernate.jpa.AvailableHints;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.jpa.repository.QueryHints;
import org.springframework.data.repository.Repository;

interface PartRepository extends Repository<PartRow, Long> {
  Optional<PartRow> findById(long id);

  Optional<PartRow> findByPartKey(String key);

  PartRow save(PartRow row);

  void delete(PartRow row);

  @QueryHints(@QueryHint(name = AvailableHints.HINT_FETCH_SIZE, value = "500"))
  @Query("select p from PartRow p order by p.number, p.id")
  Stream<PartRow> all();

  @Query(
      value =
          "select p.* from part p where p.id in (select u.part_id from part_use u where u.family = ?1 and u.card = ?2 and ?2 <> ''"
              + " union select u.part_id from part_use u where u.family = ?1 and u.engine = ?3 and ?3 <> '')"
              + " order by p.part_key limit 500",
      nativeQuery = true)
  List<PartRow> made(String family, String card, String engine);

  @Query(
      value =
          "select p.* from part p where p.number_key = ?1 or p.id in (select i.part_id from part_interchange i where i.number_key = ?1)"
              + " order by p.number_key <> ?1, p.part_key limit 50",
      nativeQuery = true)
  List<PartRow> numbered(String key);

  @Query(
      "select p from PartRow p where p.blurred = ?1 and p.numberKey <> ?2 order by p.partKey limit 20")
  List<PartRow> alike(String blurred, String key);

  @Query(
      "select p from PartRow p where p.successorKey = ?1 and p.successorKey <> '' order by p.partKey limit 200")
  List<PartRow> supersededBy(String key);

  @Query(value = "select revision from part_list", nativeQuery = true)
  long revision();

  @Modifying
  @Query(value = "update part_list set revision = revision + 1", nativeQuery = true)
  void changed();
}

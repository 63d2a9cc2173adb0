package hopmend.app.needs;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface ItemRepository extends Repository<Item, Long> {
  Optional<Item> findBySmallName(String small);

  List<Item> findBySmallNameIn(Collection<String> small);

  @Query("select i.name from Item i where i.has = hopmend.app.needs.Item.Has.BORROW")
  List<String> borrowed();

  @Query("select i from Item i order by i.smallName")
  List<Item> all();

  Item save(Item item);

  void delete(Item item);
}

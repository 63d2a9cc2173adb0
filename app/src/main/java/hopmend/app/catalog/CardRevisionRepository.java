package hopmend.app.catalog;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface CardRevisionRepository extends Repository<CardRevision, CardRevision.Key> {
  Optional<CardRevision> findById(CardRevision.Key key);

  @Query("select r from CardRevision r where r.key.cardId = ?1 order by r.key.revision desc")
  List<CardRevision> of(String cardId);

  CardRevision save(CardRevision revision);
}

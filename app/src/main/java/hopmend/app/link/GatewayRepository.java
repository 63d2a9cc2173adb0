package hopmend.app.link;

import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.Repository;

interface GatewayRepository extends Repository<Gateway, Long> {
  List<Gateway> findAllByOrderById();

  Optional<Gateway> findById(long id);

  Optional<Gateway> findFirstByName(String name);

  boolean existsByHostAndPort(String host, int port);

  Gateway save(Gateway gateway);

  void delete(Gateway gateway);
}

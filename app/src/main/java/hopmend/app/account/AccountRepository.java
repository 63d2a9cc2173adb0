package hopmend.app.account;

import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.Repository;

interface AccountRepository extends Repository<Account, Long> {
  Optional<Account> findByLogin(String login);

  List<Account> findAllByOrderByLogin();

  long count();

  long countByRoleAndActiveTrue(Account.Role role);

  Account save(Account account);
}

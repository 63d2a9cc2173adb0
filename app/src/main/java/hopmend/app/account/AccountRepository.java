package hopmend.app.account;

import hopmend.job.Role;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface AccountRepository extends Repository<Account, Long> {
  Optional<Account> findByLogin(String login);

  List<Account> findAllByOrderByLogin();

  long count();

  long countByRoleAndActiveTrue(Role role);

  Account save(Account account);

  /** Until the transaction ends, nobody else changes who may do what. */
  @Query(
      value = "select 1 from (select pg_advisory_xact_lock(7741001)) as locked",
      nativeQuery = true)
  int lockAll();
}

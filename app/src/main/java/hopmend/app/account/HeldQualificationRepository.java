package hopmend.app.account;

import java.util.List;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface HeldQualificationRepository extends Repository<HeldQualification, Long> {
  List<HeldQualification> findAllByOrderByLoginAscQualificationAsc();

  List<HeldQualification> findByLoginOrderByQualification(String login);

  List<HeldQualification> findByQualificationOrderByLogin(String qualification);

  @Modifying
  @Query("delete from HeldQualification h where h.login = ?1 and h.qualification = ?2")
  void delete(String login, String qualification);

  HeldQualification save(HeldQualification held);
}

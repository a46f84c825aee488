package school.kerygma.app.ground.accounts;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;
import school.kerygma.core.access.Access.Role;

interface PersonRepository extends JpaRepository<Person, UUID> {

  /** For teachers, who have an address each. */
  Optional<Person> findByEmailAndRole(String email, Role role);

  @Query(nativeQuery = true, value = "select 1 from pg_advisory_xact_lock(:number)")
  Integer lock(long number);

  /** Until the end of the transaction nobody else writes a row that names the person. */
  @Query(nativeQuery = true, value = "select 1 from person where id = :id for update")
  Integer hold(UUID id);

  @Query("select p from Person p where p.role = :role and p.email in :emails")
  List<Person> withEmails(Collection<String> emails, Role role);

  @Query("select distinct p from Person p join p.students s where s in :students")
  List<Person> guardiansOf(Collection<UUID> students);

  @Query("select p.id, s from Person p join p.students s where s in :students")
  List<Object[]> guardianPairs(Collection<UUID> students);

  @Query("select p.id, s from Person p join p.students s where p.id in :guardians")
  List<Object[]> studentPairs(Collection<UUID> guardians);

  @Query("select s from Person p join p.students s where p.id = :guardian")
  List<UUID> studentsOf(UUID guardian);
}

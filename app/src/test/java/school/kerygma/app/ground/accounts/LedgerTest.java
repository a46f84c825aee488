package school.kerygma.app.ground.accounts;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import school.kerygma.app.DemoServer;
import school.kerygma.app.TestSchool;
import school.kerygma.app.ground.accounts.Kept.Fate;
import school.kerygma.app.ground.store.MediaStore;

/**
 * What is kept of persons: every column that names one is accounted for. Reference: the catalog of
 * PostgreSQL.
 */
class LedgerTest {

  private final TransactionTemplate transaction =
      new TransactionTemplate(DemoServer.bean(PlatformTransactionManager.class));

  private static List<Kept> ledger() {
    return DemoServer.beans(Keeps.class).flatMap(m -> m.kept().stream()).toList();
  }

  private static String place(Kept kept) {
    return kept.table() + "." + kept.column();
  }

  @Test
  void everyColumnThatRefersToAPersonStandsInItOnce() {
    List<String> referring =
        TestSchool.sql()
            .sql(
                """
                select c.relname || '.' || a.attname
                from pg_constraint f join pg_class c on c.oid = f.conrelid
                  join pg_attribute a on a.attrelid = f.conrelid and a.attnum = any(f.conkey)
                where f.contype = 'f' and f.confrelid = cast('person' as regclass)
                """)
            .query(String.class)
            .list();
    List<String> declared = new ArrayList<>(ledger().stream().map(LedgerTest::place).toList());
    // Where a class or a school may stand as well as a person, nothing can refer.
    declared.remove("roster_key.subject_id");
    assertThat(declared).containsExactlyInAnyOrderElementsOf(referring);
  }

  @Test
  void whatAPersonHasOneOfIsNotMovedWhereTheOtherHasIt() {
    for (Kept kept : ledger()) {
      if (kept.fate() == Fate.THEIRS) {
        List<String> unique =
            TestSchool.sql()
                .sql(
                    """
                    select string_agg(o.attname, ',')
                    from pg_index i join pg_attribute a on a.attrelid = i.indrelid and a.attnum = any(i.indkey)
                      left join pg_attribute o on o.attrelid = i.indrelid and o.attnum = any(i.indkey) and o.attname <> a.attname
                    where i.indisunique and i.indrelid = cast(:table as regclass) and a.attname = :column
                    group by i.indexrelid
                    """)
                .param("table", kept.table())
                .param("column", kept.column())
                .query(String.class)
                .list();
        assertThat(kept.oneEach().isPresent()).as(place(kept)).isEqualTo(!unique.isEmpty());
        for (String others : unique) {
          Set<String> columns = others == null ? Set.of() : Set.of(others.split(","));
          assertThat(columns).as(place(kept)).containsAll(kept.oneEach().orElseThrow());
        }
      }
    }
  }

  @Test
  void whereTeachersStandNobodyElseDoes() {
    for (Kept kept : ledger()) {
      if (kept.fate() == Fate.TEACHERS) {
        assertThat(
                TestSchool.sql()
                    .sql(
                        "select count(*) from %s k join person p on p.id = k.%s where p.role <> 'TEACHER'"
                            .formatted(kept.table(), kept.column()))
                    .query(Integer.class)
                    .single())
            .as(place(kept))
            .isZero();
      }
    }
  }

  /** Two students of the demonstration of whom something is kept. */
  private static List<UUID> two() {
    return TestSchool.sql()
        .sql(
            """
            select id from person p where role = 'STUDENT'
            order by (select count(*) from hand_in where student_id = p.id) desc, id limit 2
            """)
        .query(UUID.class)
        .list();
  }

  /** Both have ticked one task, and each one more. */
  private static void tick(List<UUID> two) {
    List<UUID> tasks =
        TestSchool.sql().sql("select id from task order by id limit 3").query(UUID.class).list();
    for (int[] tick : new int[][] {{0, 0}, {1, 0}, {0, 1}, {1, 2}}) {
      TestSchool.sql()
          .sql(
              "insert into tick (student_id, task_id, ticked_at) values (?, ?, now()) on conflict do nothing")
          .params(two.get(tick[0]), tasks.get(tick[1]))
          .update();
    }
  }

  /** What tells the rows of a person apart. */
  private static List<String> rows(Kept kept, UUID person) {
    String key =
        kept.oneEach().map(c -> "concat_ws(' ', '', " + String.join(", ", c) + ")").orElse("'row'");
    return TestSchool.sql()
        .sql(
            "select %s from %s where %s = ?"
                .formatted(key.replace(", )", ")"), kept.table(), kept.column()))
        .param(person)
        .query(String.class)
        .list();
  }

  @Test
  void whatIsKeptOfOneIsKeptOfTheOtherAfterwards() {
    List<UUID> two = two();
    Map<String, List<String>> expected = new LinkedHashMap<>();
    Map<String, List<String>> found = new LinkedHashMap<>();
    transaction.executeWithoutResult(
        t -> {
          t.setRollbackOnly();
          tick(two);
          for (Kept kept : ledger()) {
            if (kept.fate() == Fate.THEIRS) {
              List<String> both = new ArrayList<>(rows(kept, two.get(0)));
              both.addAll(rows(kept, two.get(1)));
              expected.put(
                  place(kept),
                  (kept.oneEach().isPresent() ? new HashSet<>(both) : both)
                      .stream().sorted().toList());
            }
          }
          DemoServer.bean(People.class).merge(two.get(0), two.get(1));
          for (Kept kept : ledger()) {
            if (kept.fate() == Fate.THEIRS) {
              found.put(place(kept), rows(kept, two.get(1)).stream().sorted().toList());
            }
          }
        });
    assertThat(found).isEqualTo(expected);
    assertThat(expected.get("tick.student_id")).hasSizeGreaterThanOrEqualTo(3);
  }

  @Test
  void nothingIsLeftOfWhoIsErased() {
    UUID student = two().getFirst();
    Set<String> left =
        transaction.execute(
            t -> {
              t.setRollbackOnly();
              DemoServer.bean(People.class).erase(student);
              return ledger().stream()
                  .filter(k -> !rows(k, student).isEmpty())
                  .map(LedgerTest::place)
                  .collect(Collectors.toSet());
            });
    assertThat(left).isEmpty();
    assertThat(DemoServer.bean(People.class).contacts(Set.of(student))).hasSize(1);
  }

  @Test
  void filesGoWithTheTransactionThatDeletesThem() {
    MediaStore store = DemoServer.bean(MediaStore.class);
    String name = "tests/" + UUID.randomUUID();
    store.put(name, new ByteArrayInputStream(new byte[] {1}));
    transaction.executeWithoutResult(
        t -> {
          store.delete(name);
          t.setRollbackOnly();
        });
    assertThat(store.find(name)).isPresent();
    transaction.executeWithoutResult(
        t -> {
          store.delete(name);
          assertThat(store.find(name)).as("until it is committed").isPresent();
        });
    assertThat(store.find(name)).isEmpty();
    transaction.executeWithoutResult(
        t -> {
          store.delete(name);
          store.put(name, new ByteArrayInputStream(new byte[] {2}));
        });
    assertThat(store.find(name)).as("kept anew").isPresent();
    store.delete(name);
    assertThat(store.find(name)).isEmpty();
  }
}

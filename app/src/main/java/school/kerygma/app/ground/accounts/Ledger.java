package school.kerygma.app.ground.accounts;

import java.util.List;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Knows every column that names a person, and does what each module says becomes of its rows. */
@Component
@Transactional(propagation = Propagation.MANDATORY)
class Ledger {

  private final ObjectProvider<Keeps> modules;
  private final JdbcClient sql;

  Ledger(ObjectProvider<Keeps> modules, JdbcClient sql) {
    this.modules = modules;
    this.sql = sql;
  }

  List<Kept> all() {
    return modules.orderedStream().flatMap(m -> m.kept().stream()).toList();
  }

  /** Removes what is kept about a person, but for what their modules remove by hand. */
  void erase(UUID person) {
    for (Kept kept : all()) {
      switch (kept.fate()) {
        case THEIRS, DROPPED -> remove(kept, person);
        case TEACHERS, BY_HAND -> {}
      }
    }
  }

  /** What is kept about one person is about another from now on. */
  void merge(UUID from, UUID to) {
    for (Kept kept : all()) {
      switch (kept.fate()) {
        case THEIRS -> move(kept, from, to);
        case DROPPED -> remove(kept, from);
        case TEACHERS, BY_HAND -> {}
      }
    }
  }

  private void remove(Kept kept, UUID person) {
    sql.sql("delete from %s where %s = :person".formatted(kept.table(), kept.column()))
        .param("person", person)
        .update();
  }

  private void move(Kept kept, UUID from, UUID to) {
    String table = kept.table();
    String column = kept.column();
    if (kept.oneEach().isPresent()) {
      String same =
          kept.oneEach().get().stream()
              .map(c -> " and o.%1$s = r.%1$s".formatted(c))
              .collect(Collectors.joining());
      sql.sql(
              "delete from %1$s r where r.%2$s = :from and exists (select 1 from %1$s o where o.%2$s = :to%3$s)"
                  .formatted(table, column, same))
          .param("from", from)
          .param("to", to)
          .update();
    }
    sql.sql("update %1$s set %2$s = :to where %2$s = :from".formatted(table, column))
        .param("from", from)
        .param("to", to)
        .update();
  }
}

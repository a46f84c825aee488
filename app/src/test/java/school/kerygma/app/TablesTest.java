package school.kerygma.app;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.persistence.EntityManagerFactory;
import java.util.List;
import java.util.Set;
import org.hibernate.annotations.DynamicUpdate;
import org.junit.jupiter.api.Test;

/** Tables and their entities: asked of PostgreSQL's own catalog and of Hibernate. */
class TablesTest {

  /** Ids that are only ever read with the row that they stand in. */
  private static final Set<String> READ_WITH_THEIR_ROW =
      Set.of(
          "score_part.stop_id",
          "score_part.take_id",
          "plan_step.deed_id",
          "played.take_id",
          "task_way.id",
          "link_request.meanwhile_id");

  private static final String LEADS =
      " exists (select 1 from pg_index i where i.indrelid = c.oid and i.indkey[0] = a.attnum and i.indisvalid)";

  @Test
  void everyForeignKeyLeadsAnIndex() {
    List<String> without =
        TestSchool.sql()
            .sql(
                "select c.relname || '.' || a.attname from pg_constraint f"
                    + " join pg_class c on c.oid = f.conrelid join pg_attribute a on a.attrelid = c.oid and a.attnum = f.conkey[1]"
                    + " where f.contype = 'f' and c.relnamespace = 'public'::regnamespace and not"
                    + LEADS
                    + " order by 1")
            .query(String.class)
            .list();
    assertThat(without).isEmpty();
  }

  /** A job and a person may change two columns of one row at once. */
  @Test
  void whatIsChangedWritesOnlyTheColumnsThatChanged() {
    assertThat(DemoServer.bean(EntityManagerFactory.class).getMetamodel().getEntities())
        .isNotEmpty()
        .allSatisfy(
            e -> assertThat(e.getJavaType().isAnnotationPresent(DynamicUpdate.class)).isTrue());
  }

  @Test
  void everyIdThatIsSearchedLeadsAnIndex() {
    List<String> without =
        TestSchool.sql()
            .sql(
                "select c.relname || '.' || a.attname from pg_class c join pg_attribute a on a.attrelid = c.oid"
                    + " where c.relkind = 'r' and c.relnamespace = 'public'::regnamespace and a.attnum > 0"
                    + " and a.atttypid = 'uuid'::regtype and not"
                    + LEADS
                    + " order by 1")
            .query(String.class)
            .list();
    without.removeAll(READ_WITH_THEIR_ROW);
    assertThat(without).isEmpty();
  }
}

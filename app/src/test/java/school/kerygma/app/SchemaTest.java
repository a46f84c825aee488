package school.kerygma.app;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.persistence.EntityManagerFactory;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.hibernate.engine.spi.SessionFactoryImplementor;
import org.hibernate.persister.entity.AbstractEntityPersister;
import org.junit.jupiter.api.Test;

/** docs/schema.md shows the database as all migrations leave it, by the modules that fill it. */
class SchemaTest {

  private static final Path PICTURE = Path.of("../docs/schema.md");
  private static final Path SOURCES = Path.of("src/main/java/school/kerygma/app");

  private static final String HEAD =
      """
      # The schema

      As all migrations leave it, by wing and by the modules that fill the tables. Made by `SchemaTest`, which fails when it is no longer so and then
      leaves what it should be in `app/target/schema.md`. **Bold** is the primary key; `?` may be empty; `> table` refers to a row there, and with
      `>>` it goes with that row.
      """;

  /** Tables of libraries. */
  private static final Pattern OTHERS =
      Pattern.compile("flyway_.*|spring_session.*|scheduled_tasks|event_publication.*");

  @Test
  void thePictureOfTheSchemaIsTrue() throws IOException {
    String now = picture();
    Path made = Path.of("target/schema.md");
    Files.writeString(made, now);
    assertThat(PICTURE).as("cp app/%s docs/schema.md", made).exists().hasContent(now);
  }

  private static String picture() throws IOException {
    Map<String, String> owners = owners();
    Map<String, TreeSet<String>> modules = new TreeMap<>();
    for (String table : tables()) {
      modules
          .computeIfAbsent(owners.getOrDefault(table, "of libraries"), m -> new TreeSet<>())
          .add(line(table));
    }
    StringBuilder picture = new StringBuilder(HEAD);
    modules.forEach(
        (module, lines) -> {
          picture.append("\n## ").append(module).append("\n\n");
          lines.forEach(l -> picture.append(l).append('\n'));
        });
    return picture.toString();
  }

  private static List<String> tables() {
    return TestSchool.sql()
        .sql("select tablename from pg_tables where schemaname = 'public' order by 1")
        .query(String.class)
        .list();
  }

  private static String line(String table) {
    return "- `"
        + table
        + "`: "
        + String.join(
            ", ",
            TestSchool.sql()
                .sql(
                    """
                    select case when exists (select 1 from pg_constraint k where k.conrelid = a.attrelid and k.contype = 'p' and a.attnum = any(k.conkey))
                             then '**' || a.attname || '**' else a.attname end
                        || ' ' || replace(replace(format_type(a.atttypid, a.atttypmod), 'character varying', 'varchar'), 'timestamp with time zone', 'timestamptz')
                        || case when a.attnotnull then '' else '?' end
                        || coalesce((select case f.confdeltype when 'c' then ' >> ' else ' > ' end || t.relname
                             from pg_constraint f join pg_class t on t.oid = f.confrelid
                             where f.conrelid = a.attrelid and f.contype = 'f' and f.conkey[1] = a.attnum order by f.conname limit 1), '')
                    from pg_attribute a where a.attrelid = cast(? as regclass) and a.attnum > 0 and not a.attisdropped order by a.attnum
                    """)
                .param(table)
                .query(String.class)
                .list());
  }

  /** By table: where its entity is; else where something is put into it. */
  private static Map<String, String> owners() throws IOException {
    Map<String, String> owners = new TreeMap<>();
    Pattern inserts = Pattern.compile("insert into ([a-z_]+)");
    Pattern collections = Pattern.compile("@CollectionTable\\(\\s*name = \"([a-z_]+)\"");
    try (Stream<Path> files = Files.walk(SOURCES)) {
      for (Path file : files.filter(f -> f.toString().endsWith(".java")).sorted().toList()) {
        String source = Files.readString(file);
        for (Pattern pattern : List.of(collections, inserts)) {
          Matcher found = pattern.matcher(source);
          while (found.find()) {
            owners.putIfAbsent(
                found.group(1), SOURCES.relativize(file).getParent().toString().replace('/', '.'));
          }
        }
      }
    }
    SessionFactoryImplementor factory =
        DemoServer.bean(EntityManagerFactory.class).unwrap(SessionFactoryImplementor.class);
    factory
        .getMappingMetamodel()
        .forEachEntityDescriptor(
            e ->
                owners.put(
                    ((AbstractEntityPersister) e).getTableName(),
                    e.getMappedClass().getPackageName().replaceFirst(".*\\.app\\.", "")));
    owners.keySet().removeIf(t -> OTHERS.matcher(t).matches());
    return owners;
  }
}

package school.kerygma.app.desk.exchange;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import school.kerygma.app.Chromium;
import school.kerygma.app.DemoServer;
import school.kerygma.app.TestSchool;

/** Standard: 1EdTech OneRoster 1.1 CSV; columns and values of its examples are from memory. */
class OneRosterTest {

  private static final String CLASSES =
      "sourcedId,status,dateLastModified,title,grades,courseSourcedId,classCode,classType,location,schoolSourcedId,termSourcedIds\r\n"
          + "c1,active,2026-08-01,5B Science,05,k1,5B,scheduled,Room 3,o1,t1\r\n";
  private static final String USERS =
      "sourcedId,status,dateLastModified,enabledUser,orgSourcedIds,role,username,userIds,givenName,familyName,email,agentSourcedIds\r\n"
          + "u1,active,2026-08-01,true,o1,student,ida,,Ida,\"Moreau, Jr.\",,p1\r\n"
          + "u2,active,2026-08-01,true,o1,student,noah,,Noah,Abel,,\r\n"
          + "u9,tobedeleted,2026-08-01,true,o1,student,old,,Old,Gone,,\r\n"
          + "p1,active,2026-08-01,true,o1,parent,lea,,Lea,Moreau,,u1\r\n";
  private static final String ENROLLMENTS =
      "sourcedId,status,dateLastModified,classSourcedId,schoolSourcedId,userSourcedId,role,primary,beginDate,endDate\r\n"
          + "e1,active,2026-08-01,c1,o1,u1,student,false,,\r\n"
          + "e2,active,2026-08-01,c1,o1,u2,student,false,,\r\n";

  private static Chromium chromium;

  @BeforeAll
  static void open() {
    DemoServer.address();
    chromium = new Chromium();
  }

  @AfterAll
  static void close() {
    chromium.close();
  }

  private static FilePayload file(String name, byte[] content) {
    return new FilePayload(name, "text/csv", content);
  }

  private static void choose(Page page, Map<String, String> files) {
    page.locator("#files")
        .setInputFiles(
            files.entrySet().stream()
                .map(e -> file(e.getKey(), e.getValue().getBytes(StandardCharsets.UTF_8)))
                .toArray(FilePayload[]::new));
    press(page, "Show what would change");
  }

  private static void press(Page page, String name) {
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name)).click();
  }

  private static Map<String, String> files() {
    Map<String, String> files = new LinkedHashMap<>();
    files.put("classes.csv", CLASSES);
    files.put("users.csv", USERS);
    files.put("enrollments.csv", ENROLLMENTS);
    return files;
  }

  private static Page signedIn(BrowserContext desk, TestSchool school) {
    Page page = desk.newPage();
    chromium.signIn(page, DemoServer.address(), school.email());
    page.navigate(DemoServer.address() + "/school/" + school.term() + "/rosters");
    return page;
  }

  private static int seated(TestSchool school) {
    return TestSchool.count(
        "select count(*) from section_student x join section s on s.id = x.section_id join term t on t.id = s.term_id"
            + " where t.id = ? and s.name = '5B Science'",
        school.term());
  }

  @Test
  void whatWouldChangeIsShownThenDoneAndTheSameFilesAgainChangeNothing() {
    TestSchool school = TestSchool.in("America/Halifax", 0);
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = signedIn(desk, school);
      Chromium.assertAccessible(page);
      choose(page, files());
      assertThat(page.getByRole(AriaRole.STATUS))
          .containsText("1 section would be added, 2 students would join, nobody would leave");
      assertThat(page.locator("table")).containsText("Ida Moreau, Jr., Noah Abel");
      assertThat(seated(school)).isZero();
      Chromium.assertAccessible(page);
      press(page, "Bring it in");
      assertThat(page.getByRole(AriaRole.STATUS)).containsText("2 students joined, nobody left");
      assertThat(seated(school)).isEqualTo(2);
      choose(page, files());
      assertThat(page.getByRole(AriaRole.STATUS)).containsText("Nothing would change");

      Map<String, String> without = files();
      without.put("enrollments.csv", ENROLLMENTS.replaceAll("e2,.*\r\n", ""));
      choose(page, without);
      assertThat(page.getByRole(AriaRole.STATUS))
          .containsText("nobody would join, 1 student would leave");
      press(page, "Bring it in");
      assertThat(page.getByRole(AriaRole.STATUS)).containsText("1 left");
      assertThat(seated(school)).isEqualTo(1);
      assertThat(
              TestSchool.count(
                  "select count(*) from person p join roster_key k on k.subject_id = p.id where p.name = 'Noah Abel' and k.school_id = (select school_id from term where id = ?)",
                  school.term()))
          .isEqualTo(1);
    }
  }

  @Test
  void fiveThousandStudentsInAZipFileAreBroughtInWithTheirFamiliesAndStandThereOnce()
      throws IOException {
    TestSchool school = TestSchool.in("America/Halifax", 0);
    StringBuilder users = new StringBuilder(USERS);
    StringBuilder enrollments = new StringBuilder(ENROLLMENTS);
    for (int i = 0; i < 5_000; i++) {
      users.append(
          "n%d,active,,true,o1,student,n%d,,Number,Student %d,n%d@five.example,g%d\r\n"
              .formatted(i, i, i, i, i / 2));
      if (i % 2 == 0) {
        users.append(
            "g%d,active,,true,o1,guardian,g%d,,Guardian,%d,g%d@five.example,\r\n"
                .formatted(i / 2, i / 2, i / 2, i / 2));
      }
      enrollments.append("f%d,active,,c1,o1,n%d,student,false,,\r\n".formatted(i, i));
    }
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
      for (Map.Entry<String, String> file :
          Map.of(
                  "export/classes.csv", CLASSES,
                  "export/users.csv", users.toString(),
                  "export/enrollments.csv", enrollments.toString())
              .entrySet()) {
        zip.putNextEntry(new ZipEntry(file.getKey()));
        zip.write(file.getValue().getBytes(StandardCharsets.UTF_8));
      }
    }
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = signedIn(desk, school);
      page.locator("#files").setInputFiles(file("export.zip", bytes.toByteArray()));
      press(page, "Show what would change");
      assertThat(page.getByRole(AriaRole.STATUS)).containsText("5,002 students would join");
      press(page, "Bring it in");
      assertThat(page.getByRole(AriaRole.STATUS)).containsText("5,002 students joined");
      assertThat(seated(school)).isEqualTo(5_002);
      assertThat(
              TestSchool.count(
                  "select count(distinct guardian_id) from guardian_student g join person p on p.id = g.guardian_id where p.email like '%@five.example'"))
          .isEqualTo(2_500);
      page.locator("#files").setInputFiles(file("export.zip", bytes.toByteArray()));
      press(page, "Show what would change");
      assertThat(page.getByRole(AriaRole.STATUS)).containsText("Nothing would change");
    }
  }

  /** Each is refused in one sentence that names the place, and nothing is changed. */
  @ParameterizedTest(name = "{3}")
  @CsvSource(
      delimiter = '|',
      value = {
        "users.csv       | givenName     | firstName | In users.csv the column givenName is missing",
        "users.csv       | u2,active     | u1,active | In users.csv the sourcedId u1 stands twice",
        "enrollments.csv | c1,o1,u2      | c1,o1,u7  | An enrollment names u7",
        "enrollments.csv | e2,active     | e2,x,active | In enrollments.csv row",
        "classes.csv     | 5B Science    | LATIN1    | classes.csv is not written in UTF-8",
        "classes.csv     | ALL           | NONE      | The file classes.csv is missing",
      })
  void aBrokenFileIsNamedAndNothingIsChanged(
      String name, String was, String becomes, String sentence) {
    TestSchool school = TestSchool.in("America/Halifax", 0);
    try (BrowserContext desk = chromium.context(1280, 800)) {
      Page page = signedIn(desk, school);
      FilePayload[] chosen =
          files().entrySet().stream()
              .filter(e -> !(e.getKey().equals(name) && was.equals("ALL")))
              .map(
                  e ->
                      file(
                          e.getKey(), content(e.getKey().equals(name), e.getValue(), was, becomes)))
              .toArray(FilePayload[]::new);
      page.locator("#files").setInputFiles(chosen);
      press(page, "Show what would change");
      assertThat(page.locator("main")).containsText(sentence);
      assertThat(page.locator("main")).containsText("Nothing was changed");
      assertThat(seated(school)).isZero();
    }
  }

  private static byte[] content(boolean broken, String text, String was, String becomes) {
    if (!broken) {
      return text.getBytes(StandardCharsets.UTF_8);
    }
    return becomes.equals("LATIN1")
        ? text.replace(was, "5B Général").getBytes(StandardCharsets.ISO_8859_1)
        : text.replace(was, becomes).getBytes(StandardCharsets.UTF_8);
  }
}

package school.kerygma.app.school.joining;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import java.net.http.HttpClient;
import java.net.http.HttpResponse;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import school.kerygma.app.Caller;
import school.kerygma.app.Chromium;
import school.kerygma.app.DemoServer;
import school.kerygma.app.TestSchool;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.school.sections.Rosters;
import school.kerygma.app.school.sections.Sections;

/**
 * Who has the code may ask; nobody is in, and nobody is somebody else, before a teacher says so.
 */
class JoiningTest {

  private static Chromium chromium;

  private final TestSchool school = TestSchool.in("America/Halifax", 1);
  private final UUID student = school.students().iterator().next();
  private final People people = DemoServer.bean(People.class);

  @BeforeAll
  static void open() {
    chromium = new Chromium();
  }

  @AfterAll
  static void close() {
    chromium.close();
  }

  private String joining() {
    return "/sections/" + school.section() + "/joining";
  }

  private String turnOn(HttpClient teacher) throws Exception {
    Caller.form(teacher, joining(), "on", "true");
    return code();
  }

  private String code() {
    return TestSchool.sql()
        .sql("select code from join_code where section_id = ?")
        .param(school.section())
        .query(String.class)
        .single();
  }

  /** Somebody who is not signed in asks. */
  private static String ask(HttpClient somebody, String code, String... fields) throws Exception {
    String[] all = new String[fields.length + 2];
    all[0] = "code";
    all[1] = code;
    System.arraycopy(fields, 0, all, 2, fields.length);
    HttpResponse<String> answer = Caller.form(somebody, "/join", all);
    assertThat(answer.statusCode()).isEqualTo(302);
    return Caller.location(answer).replace(DemoServer.address(), "");
  }

  private UUID waiting(String name) {
    return TestSchool.id(
        "select id from join_request where section_id = ? and name = ? and state = 'WAITING' limit 1",
        school.section(),
        name);
  }

  private HttpResponse<String> letIn(HttpClient teacher, String name, String who) throws Exception {
    return Caller.form(teacher, joining() + "/" + waiting(name), "yes", "true", "who", who);
  }

  private int seated() {
    return DemoServer.bean(Sections.class).get(school.section()).students().size();
  }

  @Test
  void aStudentTypesTheCodeOnAPhoneAndIsInOnceTheTeacherSaysYes() {
    try (BrowserContext phone = chromium.context(390, 844);
        BrowserContext desk = chromium.context(1280, 800)) {
      Page teacher = chromium.at(desk, school, joining());
      teacher.getByText("Turn it on").click();
      String shown = teacher.locator(".board-code").textContent();
      Chromium.assertAccessible(teacher);

      Page page = phone.newPage();
      page.navigate(DemoServer.address() + "/sign-in");
      page.getByText("Join a class").click();
      page.getByLabel("The code that your teacher shows").fill("0000-0000");
      page.keyboard().press("Enter");
      assertThat(page.locator("main")).containsText("This code opens no class now.");
      page.getByLabel("The code that your teacher shows")
          .fill(shown.toLowerCase().replace("-", " "));
      page.keyboard().press("Enter");
      assertThat(page.locator("h1")).containsText("Join Section");
      Chromium.assertAccessible(page);
      page.getByLabel("Your name").fill("Noor Haddad");
      page.getByText("Ask to be let in").click();
      assertThat(page.locator("main")).containsText("Noor Haddad, you asked");
      Chromium.assertAccessible(page);

      teacher.navigate(DemoServer.address() + "/plan");
      teacher.getByText("1 waits to be let in").click();
      Chromium.assertAccessible(teacher);
      teacher.getByLabel("Let in Noor Haddad", new Page.GetByLabelOptions().setExact(true)).click();
      assertThat(teacher.locator("main")).containsText("Nobody is waiting.");
      page.getByText("Look again").click();
      page.getByText("Open your page").click();
      assertThat(page.locator(".class-head")).containsText("Noor Haddad");
      assertThat(page.locator("body")).not().containsText(DemoServer.address() + "/in/");
    }
  }

  @Test
  void aNameOrAnAddressOfTheRosterMakesNobodySomebodyElse() throws Exception {
    HttpClient teacher = Caller.teacher(school.email());
    String code = turnOn(teacher);
    People.Contact known = people.contacts(Set.of(student)).get(student);
    HttpClient somebody = Caller.client();
    String page = ask(somebody, code, "name", known.name(), "email", known.email().orElseThrow());
    assertThat(Caller.get(teacher, joining()).body())
        .contains("This name is on the roster. Who is it?")
        .contains("This address is that of " + known.name());
    assertThat(letIn(teacher, known.name(), "").body()).contains("Choose who on the roster");
    assertThat(seated()).isEqualTo(1);
    assertThat(letIn(teacher, known.name(), "new").statusCode()).isEqualTo(302);
    assertThat(seated()).isEqualTo(2);
    assertThat(Caller.form(Caller.client(), page).body())
        .as("in another browser")
        .contains("opens nothing any more");
    String card = Caller.location(Caller.form(somebody, page));
    assertThat(card).isNotEqualTo(people.cardLinks(Set.of(student)).get(student));
    // Said to be the one on the roster, they get that one's page.
    String second = ask(somebody, code, "name", known.name());
    letIn(teacher, known.name(), student.toString());
    assertThat(seated()).isEqualTo(2);
    assertThat(Caller.location(Caller.form(somebody, second)))
        .isEqualTo(people.cardLinks(Set.of(student)).get(student));
  }

  @Test
  void aGuardianAsksForAStudentWhomTheTeacherNamesAndForAnotherGuardian() throws Exception {
    HttpClient teacher = Caller.teacher(school.email());
    String code = turnOn(teacher);
    HttpClient phoneOfRosa = Caller.client();
    String page =
        ask(phoneOfRosa, code, "kind", "GUARDIAN", "name", "Rosa Vega", "student", "My Kid");
    assertThat(letIn(teacher, "Rosa Vega", "new").body()).contains("Choose who on the roster");
    letIn(teacher, "Rosa Vega", student.toString());
    HttpClient rosa = Caller.byCard(Caller.location(Caller.form(phoneOfRosa, page)));
    assertThat(Caller.get(rosa, "/family").body())
        .contains(people.contacts(Set.of(student)).get(student).name());

    try (BrowserContext phone = chromium.context(390, 844)) {
      UUID guardian =
          people.guardiansOf(Set.of(student)).stream()
              .filter(g -> g.name().equals("Rosa Vega"))
              .findFirst()
              .orElseThrow()
              .id();
      Page family = Chromium.byCard(phone, guardian);
      family.getByText("Another guardian").click();
      Chromium.assertAccessible(family);
      family.getByLabel("Their name").fill("Tomas Vega");
      family.getByText("Ask the teacher").click();
      assertThat(family.locator("main")).containsText("Pass the link of this page on");
      letIn(teacher, "Tomas Vega", student.toString());
      assertThat(people.studentsByGuardian(Set.of(student))).hasSize(3);
      family.navigate(DemoServer.address() + "/family/guardians");
      assertThat(family.locator(".rows")).containsText("is in");
    }
    // Nobody asks for a child who is not theirs.
    UUID strange = TestSchool.in("America/Halifax", 1).students().iterator().next();
    assertThat(
            Caller.form(rosa, "/family/guardians", "child", strange.toString(), "name", "X")
                .statusCode())
        .isEqualTo(404);
  }

  @Test
  void aNewCardEndsTheLostOne() throws Exception {
    HttpClient teacher = Caller.teacher(school.email());
    String code = turnOn(teacher);
    String lost = people.cardLinks(Set.of(student)).get(student);
    HttpClient finder = Caller.byCard(lost);
    assertThat(Caller.get(finder, "/class").statusCode()).isEqualTo(200);
    HttpClient phone = Caller.client();
    String page = ask(phone, code, "kind", "CARD", "name", "Stu Dent");
    // A name and the code are known to the whole class: the teacher asks for the number, too.
    assertThat(letIn(teacher, "Stu Dent", student.toString()).body())
        .contains("not the number that their page shows");
    assertThat(people.cardLinks(Set.of(student)).get(student)).isEqualTo(lost);
    String number =
        Caller.get(phone, page).body().replaceAll("(?s).*board-code\">(\\d{3})<.*", "$1");
    assertThat(
            Caller.form(
                    teacher,
                    joining() + "/" + waiting("Stu Dent"),
                    "yes",
                    "true",
                    "who",
                    student.toString(),
                    "shown",
                    number)
                .statusCode())
        .isEqualTo(302);
    assertThat(Caller.get(finder, "/class").statusCode()).isEqualTo(302);
    HttpClient owner = Caller.byCard(Caller.location(Caller.form(phone, page)));
    assertThat(Caller.get(owner, "/class").body())
        .contains(people.contacts(Set.of(student)).get(student).name());
  }

  @Test
  void aWaitingPageIsNoWayOutOfACardThatWasReplacedNorOfASectionThatOneHasLeft() throws Exception {
    HttpClient teacher = Caller.teacher(school.email());
    String code = turnOn(teacher);
    HttpClient phone = Caller.client();
    String first = ask(phone, code, "name", "Anneke Holm");
    letIn(teacher, "Anneke Holm", "new");
    UUID anneke =
        TestSchool.id("select id from person where name = 'Anneke Holm' order by id limit 1");
    people.replaceCard(anneke);
    assertThat(Caller.form(phone, first).body()).contains("opens nothing any more");

    String second = ask(phone, code, "name", "Boris Holm");
    letIn(teacher, "Boris Holm", "new");
    UUID boris =
        TestSchool.id("select id from person where name = 'Boris Holm' order by id limit 1");
    DemoServer.bean(Rosters.class).remove(school.section(), boris);
    assertThat(Caller.form(phone, second).body()).contains("opens nothing any more");

    String third = ask(phone, code, "name", "Clara Holm");
    letIn(teacher, "Clara Holm", "new");
    assertThat(Caller.location(Caller.form(phone, third))).contains("/in/");
    assertThat(Caller.form(phone, third).body()).as("twice").contains("opens nothing any more");
    assertThat(Caller.get(phone, third).body()).contains("opened yours once");
  }

  @Test
  void whoIsSignedInAsksAsThemselves() throws Exception {
    TestSchool other = TestSchool.in("America/Halifax", 1);
    UUID visitor = other.students().iterator().next();
    HttpClient teacher = Caller.teacher(school.email());
    String code = turnOn(teacher);
    HttpClient phone = Caller.byCard(people.cardLinks(Set.of(visitor)).get(visitor));
    String name = people.contacts(Set.of(visitor)).get(visitor).name();
    // Pressed twice, and under a false name and kind.
    String first = ask(phone, code, "kind", "CARD", "name", "Somebody Else");
    assertThat(ask(phone, code)).isEqualTo(first);
    letIn(teacher, name, "new");
    assertThat(DemoServer.bean(Sections.class).get(school.section()).students()).contains(visitor);
    assertThat(seated()).isEqualTo(2);
  }

  @Test
  void aCodeThatIsOffOrWasReplacedOpensNothingAndAnswersCountOnce() throws Exception {
    HttpClient teacher = Caller.teacher(school.email());
    String code = turnOn(teacher);
    HttpClient somebody = Caller.client();
    String page = ask(somebody, code, "name", "Late Comer");
    UUID request = waiting("Late Comer");
    Caller.form(teacher, joining(), "on", "false");
    assertThat(Caller.get(somebody, "/join?code=" + code).body()).contains("opens no class now");
    Caller.form(teacher, joining(), "on", "true", "fresh", "true");
    assertThat(code()).isNotEqualTo(code);
    assertThat(Caller.form(somebody, "/join", "code", code, "name", "X").body())
        .contains("opens no class now");
    // Nobody else's teacher answers, no page opens before, and a second answer changes nothing.
    HttpClient stranger = Caller.teacher(TestSchool.in("America/Halifax", 0).email());
    assertThat(Caller.get(stranger, joining()).statusCode()).isEqualTo(404);
    assertThat(Caller.form(stranger, joining() + "/" + request, "yes", "true").statusCode())
        .isEqualTo(404);
    assertThat(Caller.form(somebody, page).body()).contains("This page opens nothing any more");
    Caller.form(teacher, joining() + "/" + request, "yes", "false");
    assertThat(Caller.form(teacher, joining() + "/" + request, "yes", "true").statusCode())
        .isEqualTo(409);
    assertThat(Caller.get(somebody, page).body()).contains("You were not let in.");
    assertThat(seated()).isEqualTo(1);
  }
}

package school.kerygma.app.ground.accounts;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static school.kerygma.app.Caller.client;
import static school.kerygma.app.Caller.form;
import static school.kerygma.app.Caller.get;
import static school.kerygma.app.Caller.location;
import static school.kerygma.app.Caller.teacher;

import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.http.HttpClient;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import org.springframework.session.Session;
import org.springframework.session.SessionRepository;
import org.springframework.transaction.support.TransactionTemplate;
import school.kerygma.app.Caller;
import school.kerygma.app.DemoServer;
import school.kerygma.app.TestSchool;
import school.kerygma.app.classroom.audience.Audience;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.Linking;
import school.kerygma.app.school.sections.Rosters;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.time.MeetingPattern;

/** Who is whom, and who may say so. */
class IdentityTest {

  private final People people = DemoServer.bean(People.class);
  private final Rosters rosters = DemoServer.bean(Rosters.class);
  private final Sections sections = DemoServer.bean(Sections.class);
  private final TestSchool school = TestSchool.in("America/Halifax", 1);
  private final TestSchool stranger = TestSchool.in("America/Halifax", 0);

  private static String email(UUID person) {
    return DemoServer.bean(People.class).contacts(Set.of(person)).get(person).email().orElseThrow();
  }

  private UUID student() {
    return school.students().iterator().next();
  }

  private UUID guardian() {
    return people.studentsByGuardian(school.students()).keySet().iterator().next();
  }

  /** The link in the last letter to somebody. */
  private static String letter(UUID to) {
    String body =
        TestSchool.sql()
            .sql(
                "select body from message where to_id = ? and delivery_id is null order by created_at desc limit 1")
            .param(to)
            .query(String.class)
            .single();
    Matcher link = Pattern.compile("http://\\S+").matcher(body);
    assertThat(link.find()).isTrue();
    return link.group();
  }

  @Test
  void whoTypesTheAddressOfAPersonOfAnotherSchoolGetsAPersonOfTheirOwnAndNoCardOfTheOther()
      throws Exception {
    rosters.add(
        stranger.teacher(),
        stranger.section(),
        "Some Name, " + email(student()) + ", Some Parent, " + email(guardian()));
    Set<UUID> here = sections.get(stranger.section()).students();
    assertThat(here).hasSize(1).doesNotContain(student());
    assertThat(people.studentsByGuardian(here).keySet()).doesNotContain(guardian());
    String sheet =
        get(teacher(stranger.email()), "/sections/" + stranger.section() + "/cards").body();
    for (String link : people.cardLinks(Set.of(student(), guardian())).values()) {
      assertThat(sheet).doesNotContain(link.substring(link.lastIndexOf('/') + 1));
    }
  }

  @Test
  void evenAtTheSameSchoolAnAddressIsNotEnough() {
    UUID other =
        sections.addSection(
            school.term(),
            "Elsewhere",
            MeetingPattern.parse("TUE"),
            30,
            Set.of(stranger.teacher()),
            Set.of());
    rosters.add(stranger.teacher(), other, "Some Name, " + email(student()));
    assertThat(sections.get(other).students()).doesNotContain(student());
  }

  @Test
  void whoIsSharedAlreadyIsTheSamePersonInEverySectionOfTheTeacher() {
    UUID second =
        sections.add(school.teacher(), school.term(), "Second", MeetingPattern.parse("TUE"), 30);
    rosters.add(
        school.teacher(),
        second,
        "Any Name, " + email(student()) + ", Any Parent, " + email(guardian()));
    assertThat(sections.get(second).students()).containsExactly(student());
    assertThat(people.studentsByGuardian(Set.of(student())).keySet()).containsExactly(guardian());
  }

  @Test
  void theYesOfTheAddressPutsTwoPersonsTogetherWithAllThatTheyDid() throws Exception {
    rosters.add(stranger.teacher(), stranger.section(), "Some Name, " + email(student()));
    UUID meanwhile = sections.get(stranger.section()).students().iterator().next();
    UUID task =
        DemoServer.bean(Tasks.class)
            .plan(
                stranger.teacher(),
                TaskSheet.of(
                    "Read", 10, Map.of(stranger.section(), LocalDate.parse("2026-09-30"))));
    Audience audience = DemoServer.bean(Audience.class);
    audience.tick(meanwhile, task, true);
    String link = letter(student());
    HttpClient mailbox = client();
    assertThat(get(mailbox, link).body()).contains("Some Name");
    String path = link.substring(DemoServer.address().length());
    assertThat(form(mailbox, path, "yes", "true").statusCode()).isEqualTo(302);
    assertThat(sections.get(stranger.section()).students()).containsExactly(student());
    assertThat(audience.ticks(Set.of(student()), Set.of(task)).get(student())).containsKey(task);
    assertThat(people.contacts(Set.of(meanwhile))).isEmpty();
    assertThat(get(mailbox, link).statusCode()).as("a second time").isEqualTo(422);
  }

  @Test
  void theNoOfAGuardianLeavesTwoPersonsApart() throws Exception {
    rosters.add(
        stranger.teacher(), stranger.section(), "Some Name, , Some Parent, " + email(guardian()));
    String link = letter(guardian());
    form(client(), link.substring(DemoServer.address().length()), "yes", "false");
    assertThat(people.studentsOf(guardian())).containsExactly(student());
    assertThat(sections.get(stranger.section()).students()).hasSize(1);
  }

  @Test
  void aQuestionCannotBeAnsweredByWhoGuessesItsLink() throws Exception {
    rosters.add(stranger.teacher(), stranger.section(), "Some Name, " + email(student()));
    String link = letter(student());
    String guessed = link.substring(0, link.length() - 6) + "AAAAAA";
    assertThat(get(client(), guessed).statusCode()).isEqualTo(422);
  }

  @Test
  void aSectionIsNotPushedUponATeacherUnasked() {
    rosters.share(school.teacher(), school.section(), stranger.email());
    assertThat(sections.ofTeacher(stranger.teacher()))
        .extracting(s -> s.id())
        .containsExactly(stranger.section());
    Linking linking = DemoServer.bean(Linking.class);
    List<Linking.Question> asked = linking.askedOf(stranger.teacher());
    assertThat(asked).hasSize(1);
    assertThatThrownBy(() -> linking.answer(school.teacher(), asked.getFirst().id(), true))
        .isInstanceOf(Problem.class);
    stranger.sayYes();
    assertThat(sections.ofTeacher(stranger.teacher()))
        .extracting(s -> s.id())
        .contains(school.section());
    rosters.endTeaching(school.section(), stranger.teacher());
    assertThat(sections.ofTeacher(stranger.teacher()))
        .extracting(s -> s.id())
        .doesNotContain(school.section());
    assertThatThrownBy(() -> rosters.endTeaching(school.section(), school.teacher()))
        .hasMessage("last-teacher");
  }

  @Test
  void aReplacedCardEndsWhatWasOpenedWithIt() throws Exception {
    HttpClient tablet = Caller.byCard(people.cardLinks(Set.of(student())).get(student()));
    assertThat(get(tablet, "/class").statusCode()).isEqualTo(200);
    people.replaceCard(student());
    assertThat(get(tablet, "/class").statusCode()).isEqualTo(302);
  }

  @Test
  void whoLeavesTheLastSectionIsSignedOutWithTheFamilyAndTheCardsAreWorthNothing()
      throws Exception {
    String card = people.cardLinks(Set.of(student())).get(student());
    UUID guardian = guardian();
    String home = people.cardLinks(Set.of(guardian)).get(guardian);
    HttpClient tablet = Caller.byCard(card);
    HttpClient phone = Caller.byCard(home);
    rosters.remove(school.section(), student());
    assertThat(get(tablet, "/class").statusCode()).isEqualTo(302);
    assertThat(get(phone, "/family").statusCode()).isEqualTo(302);
    assertThat(get(client(), card).statusCode()).isEqualTo(422);
    assertThat(get(client(), home).statusCode()).isEqualTo(422);
  }

  @Test
  void aCardDoesNotReplaceAnOpenSessionUnasked() throws Exception {
    HttpClient desk = teacher(school.email());
    String card = people.cardLinks(Set.of(student())).get(student());
    HttpResponse<String> asked = get(desk, card);
    assertThat(asked.statusCode()).isEqualTo(200);
    assertThat(get(desk, "/plan").statusCode()).isEqualTo(200);
    String path = card.substring(DemoServer.address().length());
    assertThat(location(form(desk, path))).isEqualTo("/class");
    assertThat(get(desk, "/class").statusCode()).isEqualTo(200);
  }

  @Test
  void aForgottenPasswordIsSetByALinkThatWorksOnceAndEndsOtherSessions() throws Exception {
    HttpClient before = teacher(school.email());
    form(client(), "/password/forgot", "email", school.email());
    form(client(), "/password/forgot", "email", "nobody@nowhere.example");
    String link = letter(school.teacher());
    String path = link.substring(DemoServer.address().length());
    HttpClient mailbox = client();
    assertThat(form(mailbox, path, "password", "short").statusCode()).isEqualTo(422);
    assertThat(location(form(mailbox, path, "password", "a better bridge"))).isEqualTo("/plan");
    assertThat(get(before, "/plan").statusCode()).isEqualTo(302);
    assertThat(form(client(), path, "password", "another bridge").statusCode()).isEqualTo(422);
    assertThat(location(Caller.signIn(client(), school.email(), "a+better+bridge")))
        .contains("/plan");
  }

  @Test
  void aPasswordIsChangedByWhoKnowsItAndEverywhereElseTheySignInAnew() throws Exception {
    HttpClient one = teacher(school.email());
    HttpClient other = teacher(school.email());
    assertThat(
            form(one, "/password", "before", "wrong", "password", "a better bridge").statusCode())
        .isEqualTo(422);
    assertThat(
            form(one, "/password", "before", DemoServer.PASSWORD, "password", "a better bridge")
                .statusCode())
        .isEqualTo(302);
    assertThat(get(one, "/plan").statusCode()).isEqualTo(200);
    assertThat(get(other, "/plan").statusCode()).isEqualTo(302);
  }

  @Test
  void theOwnerIsNotLockedOutOfABrowserInWhichTheySignedInBefore() throws Exception {
    HttpClient own = teacher(school.email());
    form(own, "/sign-out");
    for (int i = 0; i < 11; i++) {
      Caller.signIn(client(), school.email(), "no" + i);
    }
    assertThat(location(Caller.signIn(client(), school.email(), DemoServer.PASSWORD)))
        .contains("locked");
    assertThat(location(Caller.signIn(own, school.email(), DemoServer.PASSWORD))).contains("/plan");
  }

  @Test
  void redirectsNeverFollowTheHostThatWasSent() throws Exception {
    try (java.net.Socket socket =
        new java.net.Socket("127.0.0.1", java.net.URI.create(DemoServer.address()).getPort())) {
      socket
          .getOutputStream()
          .write(
              "GET /plan HTTP/1.1\r\nHost: elsewhere.example\r\nX-Forwarded-Proto: https\r\nX-Forwarded-Host: evil.example\r\nConnection: close\r\n\r\n"
                  .getBytes());
      String answer = new String(socket.getInputStream().readAllBytes());
      assertThat(answer)
          .contains("302")
          .contains("Location: /sign-in")
          .doesNotContain("elsewhere.example")
          .doesNotContain("evil.example")
          .doesNotContain("Strict-Transport-Security");
    }
  }

  /** A request of another tab that began before and ends after the person signs in anew. */
  @Test
  void whoSignsInAnewStaysSignedInThoughAnotherTabWasStillSending() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    HttpClient desk = Caller.teacher(school.email());
    HttpCookie cookie =
        ((CookieManager) desk.cookieHandler().orElseThrow())
            .getCookieStore().getCookies().stream()
                .filter(c -> c.getName().equals("kerygma"))
                .findFirst()
                .orElseThrow();
    String id = new String(Base64.getDecoder().decode(cookie.getValue()), StandardCharsets.UTF_8);
    SessionRepository<?> sessions = DemoServer.bean(SessionRepository.class);
    underWay(sessions, id, () -> Caller.signIn(desk, school.email(), DemoServer.PASSWORD));
    assertThat(Caller.get(desk, "/plan").statusCode()).isEqualTo(200);
  }

  private static <S extends Session> void underWay(
      SessionRepository<S> sessions, String id, Callable<?> meanwhile) throws Exception {
    S session = sessions.findById(id);
    assertThat(session).isNotNull();
    meanwhile.call();
    session.setLastAccessedTime(Instant.now());
    sessions.save(session);
  }

  @Test
  void aGuardiansLanguageOfCaptionsServesTheirStudentsUntilTheyChooseTheirOwn() {
    assertThat(people.captionLanguage(student())).isEmpty();
    people.readCaptionsIn(guardian(), "es");
    assertThat(people.captionLanguage(guardian())).contains("es");
    assertThat(people.captionLanguage(student())).contains("es");
    assertThat(people.captionLanguage(school.teacher())).isEmpty();
    people.readCaptionsIn(student(), "");
    assertThat(people.captionLanguage(student())).contains("");
  }

  @Test
  void aLetterThatIsBeingWrittenWhileTwoRecordsBecomeOneStopsNeither() throws Exception {
    List<UUID> two = List.copyOf(TestSchool.in("America/Halifax", 2).students());
    Future<?> merged;
    try (ExecutorService other = Executors.newSingleThreadExecutor()) {
      merged =
          DemoServer.bean(TransactionTemplate.class)
              .execute(
                  t -> {
                    TestSchool.sql()
                        .sql(
                            "insert into message (id, to_id, subject, body, created_at, send_after)"
                                + " values (gen_random_uuid(), ?, 'Hello', 'Hello', now(), now())")
                        .param(two.get(0))
                        .update();
                    Future<?> merging = other.submit(() -> people.merge(two.get(0), two.get(1)));
                    Awaitility.await().until(IdentityTest::somebodyWaits);
                    return merging;
                  });
      merged.get(1, TimeUnit.MINUTES);
    }
    assertThat(people.contacts(Set.copyOf(two)).keySet()).containsExactly(two.get(1));
  }

  private static boolean somebodyWaits() {
    return TestSchool.sql()
            .sql("select count(*) from pg_stat_activity where wait_event_type = 'Lock'")
            .query(Integer.class)
            .single()
        > 0;
  }
}

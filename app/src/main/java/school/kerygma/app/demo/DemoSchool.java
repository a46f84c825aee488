package school.kerygma.app.demo;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import school.kerygma.app.ScopedClock;
import school.kerygma.app.classroom.audience.Audience;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.classroom.posting.PostingSheet;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.ground.accounts.FamilyLanguage;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.paper.papers.TakingIn;
import school.kerygma.app.school.frame.StillMaking;
import school.kerygma.app.school.sections.SchoolTime;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.app.talk.clips.Clips;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.There;
import school.kerygma.core.result.LetterScale;
import school.kerygma.core.time.MeetingPattern;
import school.kerygma.core.time.Moments;
import school.kerygma.core.time.SchoolCalendar;
import school.kerygma.core.time.Span;

/**
 * Fills an empty database with Tidewater Lane School, a week in full swing around today. Everything
 * is made by the services that the screens use.
 *
 * <p>Long because it tells one school in order, and each step stands on the one before.
 */
@Component
@ConditionalOnProperty("kerygma.demo")
class DemoSchool implements ApplicationRunner {

  static final String TEACHER = "odalys.brandt@tidewater.example";
  static final String COLLEAGUE = "henrik.vale@tidewater.example";
  static final String PASSWORD = "footbridge";

  private static final Logger LOG = LoggerFactory.getLogger(DemoSchool.class);
  static final ZoneId ZONE = ZoneId.of("America/Halifax");

  private final People people;
  private final FamilyLanguage languages;
  private final Sections sections;
  private final TakingIn takingIn;
  private final DemoWeek week;
  private final DemoWork work;
  private final DemoClass inClass;
  private final DemoTerm term;
  private final SchoolTime time;
  private final Scripts scripts;
  private final Scores scores;
  private final DemoTalks talks;
  private final Clips clips;
  private final Postings postings;
  private final Audience audience;
  private final Jobs jobs;
  private final Clock clock;
  private final Random random = new Random(4);

  private final Map<String, UUID> papers = new HashMap<>();
  private final Map<String, UUID> planned = new HashMap<>();
  private final Map<String, UUID> classes = new HashMap<>();
  private UUID teacher = new UUID(0, 0);
  private LocalDate monday = LocalDate.EPOCH;
  private LocalDate today = LocalDate.EPOCH;

  /** There as long as it is being made: a start that finds it begins anew. */
  private final Path begun;

  private final boolean wait;
  private final StillMaking still;
  private final JdbcClient sql;

  DemoSchool(
      People people,
      FamilyLanguage languages,
      Sections sections,
      TakingIn takingIn,
      DemoWeek week,
      DemoWork work,
      DemoClass inClass,
      DemoTerm term,
      SchoolTime time,
      Scripts scripts,
      Scores scores,
      DemoTalks talks,
      Clips clips,
      Postings postings,
      Audience audience,
      Jobs jobs,
      Clock clock,
      StillMaking still,
      JdbcClient sql,
      @Value("${kerygma.home}") Path home,
      @Value("${kerygma.demo.wait}") boolean wait) {
    this.still = still;
    this.sql = sql;
    this.begun = home.resolve("demonstration-begun");
    this.wait = wait;
    this.people = people;
    this.languages = languages;
    this.sections = sections;
    this.takingIn = takingIn;
    this.week = week;
    this.work = work;
    this.inClass = inClass;
    this.term = term;
    this.time = time;
    this.scripts = scripts;
    this.scores = scores;
    this.talks = talks;
    this.clips = clips;
    this.postings = postings;
    this.audience = audience;
    this.jobs = jobs;
    this.clock = clock;
  }

  /**
   * Makes it, if there is nothing yet; what was begun and never finished is made from the start.
   * Its people are there when this returns; the rest comes meanwhile, unless it is waited for.
   */
  @Override
  public void run(ApplicationArguments arguments) throws Exception {
    if (Files.exists(begun)) {
      LOG.warn("The demonstration school was never finished; it is made from the start");
      empty();
    } else if (!people.nobodyYet()) {
      return;
    }
    Files.createDirectories(begun.toAbsolutePath().getParent());
    Files.writeString(begun, "");
    begin();
    if (wait) {
      make();
      awaitEverything();
    } else {
      still.making(true);
      Thread.ofVirtual().name("demonstration").start(this::makeAside);
    }
  }

  private void makeAside() {
    try {
      make();
    } catch (Exception e) {
      LOG.error("The demonstration school could not be finished; the next start makes it anew", e);
    } finally {
      still.making(false);
    }
  }

  private void empty() {
    List<String> tables =
        sql.sql(
                "select quote_ident(tablename) from pg_tables where schemaname = 'public' and tablename <> 'flyway_schema_history'")
            .query(String.class)
            .list();
    sql.sql("truncate " + String.join(", ", tables) + " cascade").update();
  }

  /** Its people, and the week around which all is laid out. */
  private void begin() {
    today = clock.instant().atZone(ZONE).toLocalDate();
    // On a weekend the week to come is shown, so that the plan book is never stale.
    LocalDate schoolDay =
        today.getDayOfWeek().getValue() > 5
            ? today.with(java.time.temporal.TemporalAdjusters.next(DayOfWeek.MONDAY))
            : today;
    monday = SchoolCalendar.mondayOf(schoolDay);
    LOG.info("Making the demonstration school");
    enroll();
  }

  private void make() throws Exception {
    bringPapers(today);
    planned.putAll(week.plan(teacher, monday, classes, papers));
    UUID footbridge = makeWalkthrough("footbridge", true);
    UUID box = makeWalkthrough("box", true);
    UUID nightLight = makeWalkthrough("night-light", false);
    talks.throwAway(nightLight);
    post(footbridge, box);
    // One of its stops shows a sheet that has changed since.
    bringOnceMore("box", "A Box That Lasts.pdf", DemoPapers.boxOnceMore());
    watch(footbridge);
    DemoClass.Week at = new DemoClass.Week(monday, teacher, classes, planned, footbridge);
    inClass.live(at);
    term.live(at);
    Files.delete(begun);
    LOG.info("The demonstration school is ready");
  }

  private void enroll() {
    UUID term =
        sections.addTerm(
            "Tidewater Lane School", ZONE, "Fall", monday.minusWeeks(3), 12, daysOff());
    teacher = people.addTeacher("Odalys Brandt", TEACHER, PASSWORD);
    UUID colleague = people.addTeacher("Henrik Vale", COLLEAGUE, PASSWORD);
    DemoNames names = new DemoNames();
    List<UUID> families = new ArrayList<>();
    addSection(
        term,
        "7A Design",
        "MON 9:40-10:30,WED 9:40-10:30,FRI 9:40-10:30",
        45,
        28,
        Set.of(teacher, colleague),
        names,
        families);
    time.name(term, LetterScale.parse("A 90, B 80, C 70, D 60"));
    addSection(term, "7C Design", "TUE,THU", 45, 26, Set.of(teacher), names, families);
    addSection(term, "8B Woodwork", "MON,THU", 45, 24, Set.of(teacher), names, families);
    addSection(
        term,
        "9 Electronics",
        "TUE 11:00-11:50,FRI 11:00-11:50 online",
        60,
        31,
        Set.of(teacher),
        names,
        families);
  }

  /** The whole of week 6, and a Friday for the teachers. */
  private Map<LocalDate, String> daysOff() {
    Map<LocalDate, String> off = new HashMap<>();
    SchoolCalendar.schoolWeek(monday.plusWeeks(2)).forEach(d -> off.put(d, "Harvest Week"));
    off.put(monday.plusWeeks(4).plusDays(4), "Teachers' Day");
    return off;
  }

  private void addSection(
      UUID term,
      String name,
      String meets,
      int minutes,
      int size,
      Set<UUID> teachers,
      DemoNames names,
      List<UUID> firstborn) {
    Set<UUID> students = new HashSet<>();
    for (int i = 0; i < size; i++) {
      String student = names.next();
      UUID id = people.addStudent(student, mail(student, "student"));
      students.add(id);
      // Every sixth student of a later section has a sister or brother in an earlier one.
      Set<UUID> children =
          i % 6 == 5 && !firstborn.isEmpty() ? Set.of(id, firstborn.removeFirst()) : Set.of(id);
      UUID guardian =
          people.addGuardian(DemoNames.guardianOf(student, 1), mail(student, "home"), children);
      if (i == 7) { // At home they speak Spanish.
        languages.choose(guardian, Locale.of("es"));
      }
      if (i % 3 == 0) {
        people.addGuardian(DemoNames.guardianOf(student, 2), mail(student, "home2"), Set.of(id));
      }
      if (i % 8 == 0) {
        firstborn.add(id);
      }
    }
    classes.put(
        name,
        sections.addSection(term, name, MeetingPattern.parse(meets), minutes, teachers, students));
  }

  private static Optional<String> mail(String name, String place) {
    String plain =
        java.text.Normalizer.normalize(name, java.text.Normalizer.Form.NFD)
            .replace("ø", "o")
            .replaceAll("[^A-Za-z ]", "");
    return Optional.of(plain.toLowerCase(Locale.ROOT).replace(' ', '.') + "@" + place + ".example");
  }

  private void bringPapers(LocalDate today) throws InterruptedException {
    bring("sheet", "The Footbridge Project.pdf", DemoPapers.sheet(today));
    bring("rubric", "Footbridge rubric.pdf", DemoPapers.rubric());
    bring("slides", "Beams, triangles, loads.pdf", DemoPapers.slides());
    bring("workbook", "Workbook page 42.pdf", DemoPapers.workbook());
    bring("example", "Three bridges, an example.jpg", DemoPapers.example());
    bring("box", "A Box That Lasts.pdf", DemoPapers.box());
    bring("night-light", "Night Light.pdf", DemoPapers.nightLight());
  }

  private void bring(String name, String fileName, byte[] content) throws InterruptedException {
    TakingIn.TakenIn taken = takingIn.takeIn(teacher, fileName, new ByteArrayInputStream(content));
    await(taken.work());
    papers.put(name, taken.handout());
  }

  private void bringOnceMore(String name, String fileName, byte[] content)
      throws InterruptedException {
    await(
        takingIn
            .takeInEdition(
                teacher, There.in(papers, name), fileName, new ByteArrayInputStream(content))
            .work());
  }

  private void await(UUID work) throws InterruptedException {
    awaitAll(jobs.find(work).orElseThrow().subject());
  }

  /** Waits for all that is made of something: one job may start the next. */
  private void awaitAll(UUID subject) throws InterruptedException {
    while (!jobs.latest(subject).orElseThrow().state().isOver()) {
      Thread.sleep(100);
    }
  }

  private void awaitEverything() throws InterruptedException {
    while (jobs.isAnyLeft()) {
      Thread.sleep(100);
    }
  }

  private void bringClip(UUID walkthrough, String name) throws InterruptedException {
    byte[] film = DemoRecorder.shipped("clips/" + name + ".mp4");
    try {
      await(clips.takeIn(teacher, walkthrough, name, new ByteArrayInputStream(film)).work());
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private UUID makeWalkthrough(String name, boolean recorded) throws InterruptedException {
    DemoScript script = DemoScript.read(name);
    UUID walkthrough = scripts.write(teacher, script.title());
    talks.write(walkthrough, script, papers, planned);
    if (recorded) {
      for (DemoScript.DemoStop stop : script.stops()) {
        for (DemoScript.DemoClip clip : stop.clips()) {
          bringClip(walkthrough, clip.name());
        }
      }
      talks.record(walkthrough, script, name, papers);
      awaitAll(walkthrough);
      awaitEverything(); // Captions are translated when their words have been heard.
      talks.translate(walkthrough, script);
      talks.captionsRead(walkthrough);
    }
    return walkthrough;
  }

  private Instant at(int day, LocalTime time) {
    return monday.plusDays(day).atTime(time).atZone(ZONE).toInstant();
  }

  private void post(UUID footbridge, UUID box) {
    Set<UUID> bridge =
        Set.of(
            planned.get("Read the project sheet"),
            planned.get("Sketch three bridges"),
            planned.get("Load table, rows 1 to 6"));
    LocalTime midnight = SchoolCalendar.DUE_TIME;
    postings.post(
        UUID.randomUUID(),
        teacher,
        new PostingSheet(
            footbridge,
            bridge,
            "Listen first, then sketch. Bring your pencil on Wednesday.",
            "Your child designs a footbridge this week. Please ask to see the three sketches.",
            Map.of(
                classes.get("7A Design"),
                    new Moments(at(-1, LocalTime.of(18, 0)), at(4, midnight), Optional.empty()),
                classes.get("7C Design"),
                    new Moments(at(0, LocalTime.of(18, 0)), at(7, midnight), Optional.empty()))));
    postings.post(
        UUID.randomUUID(),
        teacher,
        new PostingSheet(
            box,
            Set.of(planned.get("Choose your joint"), planned.get("Mark out the box")),
            "",
            "",
            Map.of(
                classes.get("8B Woodwork"),
                new Moments(at(2, LocalTime.of(18, 0)), at(3, midnight), Optional.empty()))));
    SectionView nine = sections.get(There.in(classes, "9 Electronics"));
    postings.post(
        UUID.randomUUID(),
        teacher,
        new PostingSheet(
            box,
            Set.of(),
            "You two build the case of the lamp from wood: this is how its joints are marked out.",
            "",
            Map.of(
                nine.id(),
                new Moments(at(1, LocalTime.of(18, 0)), at(8, midnight), Optional.empty())),
            Set.copyOf(byName(nine).subList(2, 4))));
  }

  private List<UUID> byName(SectionView section) {
    return people.contacts(section.students()).values().stream()
        .sorted(Comparator.comparing(People.Contact::name))
        .map(People.Contact::id)
        .toList();
  }

  /** Most of 7A has watched and ticked; some have not begun; stop 3 is replayed. */
  private void watch(UUID footbridge) throws InterruptedException {
    Scores.Info score = scores.current(footbridge).orElseThrow();
    List<Span> stops = new ArrayList<>();
    scripts
        .stopsOf(footbridge)
        .forEach(s -> stops.add(score.order().programOf(s.id()).orElseThrow()));
    for (String section : List.of("7A Design", "7C Design")) {
      SectionView of = sections.get(There.in(classes, section));
      List<UUID> students = byName(of);
      int begun = section.equals("7A Design") ? students.size() - 3 : students.size() / 2;
      for (int i = 0; i < begun; i++) {
        UUID student = students.get(i);
        Instant when =
            at(section.equals("7A Design") ? 0 : 1, LocalTime.of(15, 30))
                .plusSeconds(random.nextInt(18_000));
        if (when.isBefore(clock.instant())) {
          ScopedClock.runAt(when, () -> watched(student, score, stops, section));
        }
      }
    }
    Instant morning = at(1, LocalTime.of(8, 10));
    if (morning.isBefore(clock.instant())) {
      HandIns.Asked asked = sketches("7A Design");
      for (UUID file : work.files(asked)) {
        awaitAll(file);
      }
      ScopedClock.runAt(morning, () -> work.lookAtHalf(asked, teacher, morning));
    }
  }

  private void watched(UUID student, Scores.Info score, List<Span> stops, String section) {
    List<Span> played = new ArrayList<>();
    int last = random.nextInt(10) < 7 ? stops.size() - 1 : random.nextInt(stops.size());
    long end =
        stops.get(last).endMs() - (random.nextInt(10) < 8 ? 0 : stops.get(last).lengthMs() / 3);
    played.add(Span.of(0, end));
    if (last >= 2 && random.nextInt(10) < 6) {
      Span again = stops.get(2);
      played.add(Span.of(again.startMs() + again.lengthMs() / 4, again.endMs()));
    }
    audience.watched(student, score.id(), UUID.randomUUID(), 0, played);
    audience.tick(student, There.in(planned, "Read the project sheet"), true);
    if (section.equals("7A Design") && random.nextInt(10) < 3) {
      work.handIn(sketches(section), student, random, random.nextInt(6) == 0 ? 0 : 3);
    }
  }

  private HandIns.Asked sketches(String section) {
    return DemoWork.asked(
        There.in(planned, "Sketch three bridges"),
        There.in(classes, section),
        at(4, LocalTime.of(23, 59)));
  }
}

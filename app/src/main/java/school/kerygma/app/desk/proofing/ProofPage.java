package school.kerygma.app.desk.proofing;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.context.MessageSource;
import org.springframework.stereotype.Component;
import school.kerygma.app.school.frame.Wording;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.proof.Matter;
import school.kerygma.core.proof.Proof;
import school.kerygma.core.text.Sentences;
import school.kerygma.core.text.WordMatch;
import school.kerygma.core.walkthrough.PlaybackScore;

/** The proof as it stands on the screen: words, where each leads, and what can be done. */
@Component
class ProofPage {

  /**
   * One thing that a side says.
   *
   * @param under where it stands: "stop 3, 1:42"
   * @param href a way there
   */
  record Cell(String text, String under, String href, boolean wrong) {}

  /**
   * A task put right from here.
   *
   * @param field due, points or minutes
   * @param value as the field has it
   * @param label what it will do
   */
  record Setting(UUID task, String field, String value, String label) {}

  /** A stop that can be said again, or has a line put under it. */
  record Again(
      UUID stop, int number, String quote, String sentence, boolean recorded, String right) {}

  /**
   * A row.
   *
   * @param said null stands for a side that says nothing
   * @param why in words; empty if the sides agree
   * @param left the reason for which it stands
   */
  record Line(
      String sides,
      String topic,
      String about,
      List<Cell> said,
      List<Cell> written,
      List<Cell> posted,
      String why,
      boolean wrong,
      boolean open,
      @Nullable String left,
      List<Setting> sets,
      List<Again> again,
      @Nullable String page,
      @Nullable UUID jotting,
      boolean stop,
      @Nullable Go go) {}

  private final Scripts scripts;
  private final Scores scores;
  private final MessageSource messages;
  private final Wording show = new Wording();

  ProofPage(Scripts scripts, Scores scores, MessageSource messages) {
    this.scripts = scripts;
    this.scores = scores;
    this.messages = messages;
  }

  /** "Day: October 8 is a Thursday." */
  String inWords(Proofs.Line line) {
    Proof.Row row = line.row();
    return (text("proof.topic." + row.topic()) + " " + row.about()).strip()
        + ": "
        + row.reason().map(r -> why(r, row)).orElse("");
  }

  /** The rows of a proof, in its order. */
  List<Line> of(UUID walkthrough, List<Proofs.Line> lines) {
    Places places = new Places(walkthrough);
    return lines.stream().map(l -> line(places, l)).toList();
  }

  private Line line(Places places, Proofs.Line line) {
    Proof.Row row = line.row();
    boolean open = line.open();
    boolean jotted = row.topic() == Proof.Topic.JOTTING;
    return new Line(
        line.sides(),
        text("proof.topic." + row.topic()),
        row.about(),
        cells(places, row, row.said(), open),
        cells(places, row, row.written(), open),
        cells(places, row, row.posted(), open),
        row.verdict() == Proof.Verdict.NOTHING
            ? text("proof.nothing")
            : row.reason().map(r -> why(r, row)).orElse(""),
        open && row.verdict() == Proof.Verdict.DISAGREES,
        open,
        line.left(),
        open ? sets(row) : List.of(),
        open && !jotted ? again(places, row) : List.of(),
        open ? page(places, row) : null,
        open && jotted ? UUID.fromString(row.said().getFirst().value()) : null,
        open && row.reason().equals(Optional.of(Proof.Reason.NOT_EXPLAINED)),
        open ? go(places.walkthrough, row) : null);
  }

  private List<Cell> cells(
      Places places, Proof.Row row, List<Proof.Statement> statements, boolean open) {
    return statements.stream()
        .map(s -> new Cell(words(row, s), places.under(s), places.href(s), open && s.wrong()))
        .distinct()
        .toList();
  }

  private String words(Proof.Row row, Proof.Statement statement) {
    boolean sum = statement.quote().equals("rubric") || statement.quote().equals("parts");
    if (!statement.quote().isEmpty() && !sum) {
      return statement.side() == Matter.Side.SAID
          ? "\u201c" + statement.quote() + "\u201d"
          : statement.quote();
    }
    String value = moment(statement.value());
    return switch (row.topic()) {
      case TOTAL, POINTS -> text("proof.value.points", value);
      case MINUTES -> text("proof.value.minutes", value);
      case PAGES -> text("proof.value.page", value);
      default -> value;
    };
  }

  /** A moment or a day as people write it; anything else as it is. */
  private String moment(String value) {
    if (value.matches("\\d{4}-\\d\\d-\\d\\dT.*")) {
      LocalDateTime at = LocalDateTime.parse(value);
      return show.fullDay(at.toLocalDate()) + ", " + show.time(at.toLocalTime());
    }
    return value.matches("\\d{4}-\\d\\d-\\d\\d") ? show.fullDay(LocalDate.parse(value)) : value;
  }

  private String why(Proof.Reason reason, Proof.Row row) {
    if (reason == Proof.Reason.WRONG_WEEKDAY) {
      LocalDate day = LocalDate.parse(row.details().getFirst());
      return text("proof." + reason, show.date(day), show.weekday(day));
    }
    return text("proof." + reason, details(row));
  }

  private Object[] details(Proof.Row row) {
    return row.details().stream().map(this::moment).toArray();
  }

  /** What the task can be set to: what is said or written otherwise. */
  private List<Setting> sets(Proof.Row row) {
    String field =
        switch (row.reason().orElseThrow()) {
          case OTHER_THAN_POSTED, WITHOUT_SCHOOL -> "due";
          case OTHER_LAST_DAY, NO_IMPROVING -> "improve";
          case SAID_OPTIONAL, SAID_REQUIRED -> "required";
          case POINTS_OF_TASKS -> "points";
          case OTHER_MINUTES -> "minutes";
          default -> "";
        };
    if (field.isEmpty() || row.task().isEmpty()) {
      return List.of();
    }
    if (field.equals("required")) {
      String value = row.reason().orElseThrow() == Proof.Reason.SAID_REQUIRED ? "yes" : "no";
      return List.of(
          new Setting(row.task().get(), field, value, text("proof.set.required-" + value)));
    }
    Set<String> posted = new LinkedHashSet<>();
    row.posted().forEach(s -> posted.add(s.value()));
    Set<String> values = new LinkedHashSet<>();
    row.statements().stream()
        .filter(s -> s.side() != Matter.Side.POSTED && !posted.contains(s.value()))
        .filter(s -> isMoment(field) || s.value().matches("\\d{1,4}"))
        .forEach(s -> values.add(s.value()));
    if (row.topic() == Proof.Topic.MOMENT) {
      values.addAll(row.details());
    }
    return values.stream()
        .map(v -> new Setting(row.task().get(), field, v, text("proof.set." + field, moment(v))))
        .toList();
  }

  private static boolean isMoment(String field) {
    return field.equals("due") || field.equals("improve");
  }

  /** Where it is changed, if nothing here sets it right. */
  private static @Nullable Go go(UUID walkthrough, Proof.Row row) {
    return switch (row.topic()) {
      case SECTIONS, MOMENT -> new Go("proof.go-posting", "/walkthroughs/" + walkthrough + "/post");
      case PAPER, LINK, WAYS, ORDER, REQUIRED, HAND_IN, SHARE ->
          row.task()
              .or(
                  () ->
                      row.posted().stream()
                          .map(Proof.Statement::place)
                          .filter(Proof.Place.InPlan.class::isInstance)
                          .map(p -> ((Proof.Place.InPlan) p).task())
                          .findFirst())
              .map(t -> new Go("proof.go-task", "/plan/tasks/" + t))
              .orElse(new Go("proof.go-posting", "/walkthroughs/" + walkthrough + "/post"));
      default -> null;
    };
  }

  /** A way to where something is changed. */
  record Go(String key, String href) {}

  /**
   * Something that may be meant.
   *
   * @param stop in which it is said; nothing if it is written
   * @param as what it would be taken for
   */
  record Asked(@Nullable UUID stop, String under, String href, String quote, String as) {}

  /** The questions of a proof. */
  List<Asked> questions(UUID walkthrough, List<Proof.Question> questions) {
    if (questions.isEmpty()) {
      return List.of();
    }
    Places places = new Places(walkthrough);
    return questions.stream()
        .map(
            q -> {
              Proof.Statement said =
                  new Proof.Statement(q.side(), q.quote(), q.value(), q.of(), q.place(), false);
              return new Asked(
                  q.place() instanceof Proof.Place.AtStop at ? at.stop() : null,
                  places.under(said),
                  places.href(said),
                  q.quote(),
                  as(q));
            })
        .distinct()
        .toList();
  }

  private String as(Proof.Question question) {
    return switch (question.kind()) {
      case TOTAL, POINTS, OFF, EXTRA -> text("proof.value.points", question.value());
      case MINUTES -> text("proof.value.minutes", question.value());
      case LENGTH_PAGES -> text("proof.value.pages", question.value());
      case LENGTH_WORDS -> text("proof.value.words", question.value());
      default -> moment(question.value());
    };
  }

  private List<Again> again(Places places, Proof.Row row) {
    Map<UUID, Again> stops = new LinkedHashMap<>();
    String right = right(row);
    for (Proof.Statement s : row.said()) {
      if (s.wrong() && s.place() instanceof Proof.Place.AtStop at) {
        stops.putIfAbsent(
            at.stop(),
            new Again(
                at.stop(),
                at.number(),
                s.quote(),
                places.sentence(at),
                places.at(at).isPresent(),
                right));
      }
    }
    return List.copyOf(stops.values());
  }

  /** What a line under the player would say: "Said: Friday. Right is Thursday." */
  private String right(Proof.Row row) {
    List<String> others =
        row.statements().stream()
            .filter(
                s ->
                    s.side() != Matter.Side.SAID && !(s.wrong() && s.side() == Matter.Side.WRITTEN))
            .map(s -> words(row, s))
            .distinct()
            .toList();
    return others.size() == 1 ? others.getFirst() : "";
  }

  private static @Nullable String page(Places places, Proof.Row row) {
    return row.written().stream()
        .filter(Proof.Statement::wrong)
        .map(places::href)
        .findFirst()
        .orElse(null);
  }

  private String text(String key, Object... details) {
    return messages.getMessage(key, details, Locale.US);
  }

  /** Where things stand in one walkthrough. */
  private final class Places {

    private final UUID walkthrough;
    private final Map<UUID, StopView> stops = new HashMap<>();
    private final Optional<PlaybackScore> score;

    Places(UUID walkthrough) {
      this.walkthrough = walkthrough;
      scripts.stopsOf(walkthrough).forEach(s -> stops.put(s.id(), s));
      this.score = scores.current(walkthrough).map(s -> scores.compiled(s.id()));
    }

    private Optional<Long> at(Proof.Place.AtStop place) {
      StopView stop = stops.get(place.stop());
      if (stop == null || !stop.recorded()) {
        return Optional.empty();
      }
      String before = stop.words().substring(0, Math.min(place.start(), stop.words().length()));
      String rest = stop.words().substring(before.length()).strip();
      String word = rest.isEmpty() ? "" : rest.split("\\s+", 2)[0];
      return score.flatMap(
          s -> scores.saidAt(s, place.stop(), WordMatch.words(before).size(), word));
    }

    private String sentence(Proof.Place.AtStop place) {
      StopView stop = stops.get(place.stop());
      return stop == null ? "" : Sentences.at(stop.words(), place.start());
    }

    String under(Proof.Statement statement) {
      return switch (statement.place()) {
        case Proof.Place.AtStop at ->
            at(at)
                .map(ms -> text("proof.at.second", at.number(), show.length(ms)))
                .orElseGet(() -> text("proof.at.stop", at.number()));
        case Proof.Place.OnPage page ->
            statement.quote().equals("parts")
                ? text("proof.at.parts", statement.of())
                : text("proof.at.page", statement.of(), page.number());
        case Proof.Place.InPlan plan -> statement.of();
        case Proof.Place.InPosting posting ->
            statement.quote().isEmpty() ? "" : text("proof.at.line");
        case Proof.Place.OfPaper paper -> text("proof.at.rubric", statement.of());
      };
    }

    String href(Proof.Statement statement) {
      return switch (statement.place()) {
        case Proof.Place.AtStop at ->
            at(at)
                .map(ms -> "/walkthroughs/" + walkthrough + "/play?at=" + ms)
                .orElse("/walkthroughs/" + walkthrough + "#stop-" + at.stop());
        case Proof.Place.OnPage page ->
            "/handouts/"
                + page.handout()
                + "?at="
                + page.number()
                + "#fact-"
                + page.page()
                + "-"
                + page.start();
        case Proof.Place.InPlan plan -> "/plan/tasks/" + plan.task();
        case Proof.Place.InPosting posting -> "/walkthroughs/" + walkthrough + "/post";
        case Proof.Place.OfPaper paper -> "/handouts/" + paper.handout() + "/rubric";
      };
    }
  }
}

package school.kerygma.core.proof;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.NumberedSteps;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.PageLines;
import school.kerygma.core.handout.PaperText;

/**
 * A paper's parts and their numbered steps, with the points they are worth and the minutes they
 * take. What stands in a table is left to its rubric.
 *
 * @param parts in the order of the paper; steps before the first heading are a part without a name
 * @param stated the points of all of it, if the paper says them
 */
public record Outline(List<Part> parts, Optional<BigDecimal> stated) {

  /**
   * A fact as it is to be taken.
   *
   * @param value as it was read, or as the teacher mended it
   */
  public record Said(Fact fact, String value) {

    private Optional<BigDecimal> number() {
      return value.matches("\\d{1,6}(?:\\.\\d{1,3})?")
          ? Optional.of(new BigDecimal(value))
          : Optional.empty();
    }
  }

  /**
   * What a page says.
   *
   * @param said in the order of their places, without what was dismissed
   * @param tables where they stand
   */
  public record Sheet(Page page, List<Said> said, List<Box> tables) {}

  /**
   * A step.
   *
   * @param number as it is written
   * @param points empty if it says none
   * @param minutes empty if it says none
   */
  public record Step(String number, Optional<BigDecimal> points, Optional<BigDecimal> minutes) {}

  /**
   * A part.
   *
   * @param label such as "Part 2"; empty for steps without a heading
   * @param title the rest of its line; may be empty
   * @param page from 1
   * @param start of its heading, or of its first step, in the text of the page
   * @param ownPoints what its heading says, empty if it says nothing
   * @param points of its heading, or else of all that stands under it
   * @param minutes in the same way
   */
  public record Part(
      String label,
      String title,
      int page,
      int start,
      Optional<BigDecimal> ownPoints,
      Optional<BigDecimal> points,
      Optional<BigDecimal> minutes,
      List<Step> steps) {

    /** What its steps add up to. */
    public BigDecimal stepPoints() {
      return sum(steps, Step::points);
    }

    /** Whether its steps add up to other points than its heading says. */
    public boolean disagrees() {
      return ownPoints.isPresent()
          && stepPoints().signum() > 0
          && stepPoints().compareTo(ownPoints.get()) != 0;
    }
  }

  public Outline {
    parts = List.copyOf(parts);
  }

  /** The points of all parts. */
  public BigDecimal points() {
    return sum(parts, Part::points);
  }

  /** The minutes of all parts. */
  public BigDecimal minutes() {
    return sum(parts, Part::minutes);
  }

  public int steps() {
    return parts.stream().mapToInt(p -> p.steps().size()).sum();
  }

  /** Whether all parts say their points, and they add up to others than the paper says. */
  public boolean disagrees() {
    return stated.isPresent()
        && !parts.isEmpty()
        && parts.stream().allMatch(p -> p.points().isPresent())
        && points().compareTo(stated.get()) != 0;
  }

  private static <T> BigDecimal sum(List<T> of, Function<T, Optional<BigDecimal>> what) {
    return of.stream().map(what).flatMap(Optional::stream).reduce(BigDecimal.ZERO, BigDecimal::add);
  }

  /** The outline of a paper, from its first page on. */
  public static Outline of(List<Sheet> sheets) {
    Reader reader = new Reader();
    sheets.forEach(reader::read);
    return reader.outline();
  }

  /** Numbers that stand under one heading or in one step. */
  private static final class Open {

    private final String name;
    private final String title;
    private final int page;
    private final int start;
    private final List<BigDecimal> ownPoints = new ArrayList<>();
    private final List<BigDecimal> ownMinutes = new ArrayList<>();
    private final List<BigDecimal> morePoints = new ArrayList<>();
    private final List<BigDecimal> moreMinutes = new ArrayList<>();
    private final List<Open> steps = new ArrayList<>();

    Open(String name, String title, int page, int start) {
      this.name = name;
      this.title = title;
      this.page = page;
      this.start = start;
    }

    void take(Fact.Kind kind, BigDecimal number, boolean inHeading) {
      boolean points = kind == Fact.Kind.POINTS;
      (inHeading ? points ? ownPoints : ownMinutes : points ? morePoints : moreMinutes).add(number);
    }

    Step step() {
      return new Step(name, sum(morePoints), sum(moreMinutes));
    }

    Part part() {
      List<Step> all = steps.stream().map(Open::step).toList();
      Optional<BigDecimal> own = sum(ownPoints);
      return new Part(
          name,
          title,
          page,
          start,
          own,
          own.isPresent() ? own : under(o -> o.morePoints),
          ownMinutes.isEmpty() ? under(o -> o.moreMinutes) : sum(ownMinutes),
          all);
    }

    private Optional<BigDecimal> under(Function<Open, List<BigDecimal>> what) {
      List<BigDecimal> all = new ArrayList<>(what.apply(this));
      steps.forEach(s -> all.addAll(what.apply(s)));
      return sum(all);
    }

    private static Optional<BigDecimal> sum(List<BigDecimal> of) {
      return of.stream().reduce(BigDecimal::add);
    }
  }

  /** Goes through the pages. */
  private static final class Reader {

    private final List<Open> parts = new ArrayList<>();
    private final List<BigDecimal> before = new ArrayList<>();
    private Optional<BigDecimal> total = Optional.empty();

    void read(Sheet sheet) {
      PaperText text = new PaperText(List.of(sheet.page()));
      List<PageLines.Placed> lines = PageLines.of(sheet.page());
      List<NumberedSteps.Step> steps = NumberedSteps.of(sheet.page());
      int headingEnd = -1;
      Optional<NumberedSteps.Step> step = Optional.empty();
      for (Said said : sheet.said()) {
        Fact fact = said.fact();
        if (inTable(text, fact, sheet.tables())) {
          continue;
        }
        Optional<PageLines.Placed> line =
            lines.stream().filter(l -> l.start() == fact.start()).findFirst();
        if (fact.kind() == Fact.Kind.PART
            && line.isPresent()
            && Character.isUpperCase(fact.quote().charAt(0))) {
          headingEnd = line.get().end();
          step = Optional.empty();
          parts.add(
              new Open(
                  said.value(),
                  title(text.text(), sheet, fact, headingEnd),
                  sheet.page().number(),
                  fact.start()));
        } else if (fact.kind() == Fact.Kind.STEP) {
          step = steps.stream().filter(s -> s.start() == fact.start()).findFirst();
          if (parts.isEmpty()) {
            parts.add(new Open("", "", sheet.page().number(), fact.start()));
          }
          parts.getLast().steps.add(new Open(said.value(), "", 0, 0));
        } else if (said.number().isPresent()) {
          boolean inStep = step.filter(s -> fact.start() < s.end()).isPresent();
          take(fact.kind(), said.number().get(), fact.start() < headingEnd, inStep);
        }
      }
    }

    private void take(Fact.Kind kind, BigDecimal number, boolean inHeading, boolean inStep) {
      if (kind == Fact.Kind.TOTAL) {
        total = Optional.of(number);
      } else if (kind == Fact.Kind.POINTS || kind == Fact.Kind.MINUTES) {
        if (parts.isEmpty()) {
          if (kind == Fact.Kind.POINTS) {
            before.add(number);
          }
        } else {
          Open part = parts.getLast();
          (inStep ? part.steps.getLast() : part).take(kind, number, inHeading);
        }
      }
    }

    private static boolean inTable(PaperText text, Fact fact, List<Box> tables) {
      return text.between(fact.start(), fact.end()).stream()
          .map(w -> w.word().box())
          .anyMatch(b -> tables.stream().anyMatch(t -> t.contains(b.centerX(), b.centerY())));
    }

    /** What stands in the line of a heading, up to the first thing that was read there. */
    private static String title(String text, Sheet sheet, Fact heading, int end) {
      int until =
          sheet.said().stream()
              .mapToInt(s -> s.fact().start())
              .filter(s -> s > heading.start() && s < end)
              .min()
              .orElse(end);
      return text.substring(Math.min(heading.end(), until), until)
          .replaceAll("^[\\s:.,()\\u2013\\u2014-]+|[\\s:.,(\\u2013\\u2014-]+$", "");
    }

    /** Points that stand alone before the first part are those of the whole paper. */
    Outline outline() {
      Optional<BigDecimal> stated =
          total.isPresent() || before.size() != 1 ? total : Optional.of(before.getFirst());
      return new Outline(parts.stream().map(Open::part).toList(), stated);
    }
  }
}

package school.kerygma.core.proof;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import school.kerygma.core.dates.DatePhrases;
import school.kerygma.core.proof.Fact.Kind;
import school.kerygma.core.text.Amounts;
import school.kerygma.core.text.NumberWords;

/** Points, minutes, pages, lengths and parts in a text. */
final class NumberFacts {

  private static final String DASH = "\\s*(?:[-\u2013\u2014]|to)\\s*";

  /** An amount, or from one to another, that is not the end of another: of "12/15" the 15. */
  private static final String AMOUNT =
      "(?<![\\d.,/\u00bd:])(?:(?<a>"
          + Amounts.DIGITS
          + "(?="
          + DASH
          + "\\d)|"
          + NumberWords.PATTERN
          + "(?=\\s+to\\s))"
          + DASH
          + ")?(?<n>"
          + Amounts.PATTERN
          + ")";

  private static final String HALF = "(?<half>\\s+and\\s+a\\s+half)";

  private static final String UNIT = "(?:points?\\b|pts?\\b\\.?)";

  private static final Pattern POINTS =
      of(
          "(?<tb>\\btotal(?:\\s+of)?:?\\s+)?(?<sign>[-\u2212+]\\s?)?"
              + AMOUNT
              + HALF
              + "?(?:[\\s-]*(?<extra>bonus|extra(?:[\\s-]credit)?|additional)|[\\s-]+possible)?[\\s-]*(?:"
              + UNIT
              + "|(?<=\\d)\\s*marks?\\b|(?<=\\d\\s)marks?\\b)(?<ta>\\s+(?:in\\s+all|in\\s+total|altogether|total|possible|available|maximum))?");
  private static final Pattern HALF_POINT =
      of("\\b(?<n>half\\s+a\\s+(?:point|mark)|half[\\s-]point)\\b");
  private static final Pattern POINTS_FIRST =
      of(
          "\\b(?:(?<total>(?:total|possible|max(?:imum|\\.)?|full)\\s+(?:points|pts\\.?|marks|score)(?:\\s+possible)?|(?:points|pts\\.?|marks)\\s+(?:possible|available|total))|points|pts\\.?|marks)\\s*(?::|is)\\s*(?<n>"
              + Amounts.DIGITS
              + ")(?![\\d/:.])");
  private static final Pattern OF_BLANK =
      of(
          "(?:(?<total>\\b(?:total|score|grade|mark|points)\\b[\\s:]*)?_{2,}|(?<label>\\b(?:total|score|grade|mark|points)\\s*:))\\s*(?:/|out\\s+of)\\s*(?<n>\\d{1,4})\\b(?:\\s*"
              + UNIT
              + ")?");

  /** "It's out of twenty." */
  private static final Pattern IT_IS_OUT_OF =
      of(
          "\\b(?:it|this|everything|the\\s+(?:whole\\s+)?\\w+)(?:['\u2019]s|\\s+is)\\s+out\\s+of\\s+(?<n>"
              + NumberWords.PATTERN
              + "|\\d{1,4})\\b(?=\\s*(?:[.,;!?)]|$|points?\\b|altogether\\b|in\\s+all\\b))");

  private static final Pattern OUT_OF =
      of(
          "(?:\\b(?:graded|scored|marked|score|grade|mark|worth|counted|counts|assessed)\\b[^.;!?\\d]{0,20}?\\bout\\s+of\\s+(?<n>\\d{1,4})\\b|\\(\\s*out\\s+of\\s+(?<m>\\d{1,4})\\b[^)]{0,12}\\))(?!\\s*(?:%|people|students|times|percent))");

  /** What comes after points that are none: of a game, a letter, a drawing, an argument. */
  private static final Pattern NOT_WORTH_AFTER =
      of(
          ",?\\s+(?:double|single|spaced)\\b.*|\\s*[-\\s](?:font|type|size|text|print|lead|margin|guard|star|scale|plan|turn|times|arial|calibri|verdana|helvetica|courier|bold|serif|line|spacing|game|shot|inspection|checklist|agenda|program|buck|deer|drop|perspective|scale)\\b.*|\\s+(?:of\\s+(?:view|interest|light|departure|contact|reference|comparison|no\\s+return|honor|order|intersection|the\\s+(?:compass|star))|(?:on|in|along)\\s+(?:the|a|an|your|each)\\s+(?:graph|grid|plane|map|line|number|circle|curve|ruler|game|season|list|chart|axis|story|article|text|speech|debate)|per\\s+game|to\\s+(?:remember|consider|discuss|cover|note|think|keep|make|learn|ponder|compare|know|win|tie|lead|beat)|ahead|behind|north|south|east|west|clear|that|which|above|below)\\b.*");

  private static final Pattern NOT_WORTH_BEFORE =
      of(
          ".*(?:\\b(?:times|roman|arial|calibri|verdana|helvetica|courier|font|size)[,:]?\\s+|\\b(?:won|win|wins|beat|leads?|led|ahead|behind|down|up|rose|fell|dropped|climbed|gained|between\\s+the|of\\s+the|averaged?|averages|by)\\s+(?:by\\s+)?|\\b(?:scored|scores|scoring)\\s+(?:only\\s+|just\\s+)?|\\b(?:list|name|make|made|mention|discuss|explain|underline|highlight|identify|summari[sz]e|raise|rais(?:ed|es|ing)|following|main|key|plot|connect|choose|pick|label|locate|draw|place|put|find|bring\\s+up|share|write|describe|compare|collect|these|those|other|first|last|strong|good|data|percentage|with)\\s+(?:(?:at\\s+least|your|the|these|those|any|up|down|about|only|out)\\s+)*)");
  private static final Pattern OFF_BEFORE =
      of(
          ".*(?:\\b(?:lose|loses|lost|losing|minus|deduct(?:s|ed|ing|ion\\s+of)?|take[sn]?\\s+off|took\\s+off|dock(?:s|ed)?(?:\\s+you)?|subtract(?:s|ed)?|penalt(?:y|ies)\\b[^.;!?]{0,30}|costs?(?:\\s+you)?|forfeit|drops?(?:\\s+your\\s+grade)?(?:\\s+by)?|reduced?\\s+(?:your\\s+\\w+\\s+)?by|less)\\s+(?:up\\s+to\\s+|a\\s+|another\\s+)*)");
  private static final Pattern OFF_AFTER =
      of(
          "\\s+(?:(?:will\\s+be\\s+|are\\s+|is\\s+|get\\s+)?(?:off|deducted|taken\\s+off|taken\\s+away|lost|subtracted)|(?:per|a|for\\s+each|each|every)\\s+day\\s+(?:late|it\\s+is\\s+late)|penalty|deduction)\\b.*|[\\s-](?:penalty|deduction)\\b.*");
  private static final Pattern LATE = of(".*\\blate\\b[^.;!?]*");
  private static final Pattern PER_DAY =
      of("\\s+(?:per|a|each|every|for\\s+each)\\s+(?:school\\s+)?(?:day|week|hour)\\b.*");
  private static final Pattern EXTRA_BEFORE =
      of(
          ".*(?:\\b(?:bonus|extra[\\s-]credit|extra)\\b[^.;!?\\d]{0,12}|\\b(?:an?\\s+)?(?:additional|extra)\\s+|\\badds?\\s+)");
  private static final Pattern EXTRA_AFTER =
      of(
          "\\s+(?:of\\s+|as\\s+|in\\s+)?(?:extra|bonus)\\b.*|\\s+for\\s+(?:extra\\s+credit|a\\s+bonus)\\b.*");

  private static final Pattern MINUTES = of("\\b" + AMOUNT + "[\\s-]*(?:minutes?\\b|mins?\\b\\.?)");
  private static final Pattern HOURS =
      of(
          "\\b(?:(?<quarter>(?:a\\s+)?quarter\\s+of\\s+an\\s+hour)|(?<three>three[\\s-]quarters\\s+of\\s+an\\s+hour)|(?<halfHour>half\\s+an\\s+hour|(?:a\\s+)?half[-\\s]hour)|(?<one>an\\s+hour)(?<oneHalf>\\s+and\\s+a\\s+half)?|"
              + AMOUNT
              + HALF
              + "?[\\s-]*(?:hours?|hrs?)\\b\\.?(?:\\s+(?:and\\s+)?(?<min>\\d{1,2})\\s*min(?:utes?|s)?\\b)?)");
  private static final Pattern NO_LENGTH_BEFORE =
      of(
          ".*(?<!\\b(?:must|should|will|may|can|to)\\s)\\b(?:within|every|per|last|past|next|after|office|first|in\\s+under|less\\s+than|open|early|late|ago)\\s+(?:the\\s+)?");

  private static final Pattern NO_LENGTH_AFTER =
      of(
          "\\s+(?:ago|late|early|later|earlier|(?:before|after)\\s+(?:the|dawn|dusk|sunrise|sunset|school|class)|(?:to|past|after|before|till|until)\\s+(?:\\d|noon|midnight|"
              + NumberWords.PATTERN
              + "))\\b.*|\\s+(?:past|after|before|till)\\s+\\d.*");

  private static final String PAGE_NUMBER = "(?:\\d{1,4}|" + NumberWords.PATTERN + ")";
  private static final Pattern PAGES =
      of(
          "\\b(?:(?:pp?|pgs?)\\.\\s?|(?:pages?|pgs?|pp)\\s+)(?<list>"
              + PAGE_NUMBER
              + "(?:\\s*(?:,\\s*(?:and|&)?|[-\u2013\u2014]|\\b(?:to|through|thru|and)\\b|&)\\s*"
              + PAGE_NUMBER
              + ")*)(?!\\s+of\\s+\\d)(?![\\d.]\\d|\\d|\\s*(?:minutes?|mins?|hours?|points?|pts|marks|words?|%|:\\d))");
  private static final Pattern LIST_JOINT =
      of(
          "\\s*(?:(?<through>[-\u2013\u2014]|\\b(?:to|through|thru)\\b)|(?<and>,\\s*(?:and|&)?|\\band\\b|&))\\s*");
  private static final Pattern LENGTH_PAGES =
      of(
          "\\b(?:(?<halfPage>half\\s+a|(?:a\\s+)?half)|(?<one>a(?:\\s+one)?)|"
              + AMOUNT
              + HALF
              + "?)[\\s-]+(?:(?:full|typed|written|double-spaced|single-spaced)\\s+)*pages?\\b");
  private static final Pattern PAGE_WRITTEN =
      of(
          ".*\\b(?:write|writes|writing|wrote|fill|compose|type|at\\s+least|about|up\\s+to|draft|essay\\s+of|maximum\\s+of|minimum\\s+of|paper\\s+of|be)\\s+(?:about\\s+|at\\s+least\\s+|up\\s+to\\s+)?");
  private static final Pattern PAGE_LONG =
      of(
          "\\s+(?:long|in\\s+length|each|of\\s+(?:writing|notes|text|typing)|typed|paper|essay|report|summary|response|reflection|story|letter)\\b.*|-\\w.*");
  private static final Pattern READ_BEFORE =
      of(
          ".*\\b(?:read|reads|reading|study|review|skim|skip|turn|copy|print|printed|has|have|of\\s+the|with|between|first|last|next|these|those|every)\\s+(?:at\\s+least\\s+|about\\s+|up\\s+to\\s+|the\\s+)*");
  private static final Pattern PAPER_AFTER =
      of(
          "\\s+(?:packet|handout|article|excerpt|reading|passage|booklet|chapter|document|brochure|book|text|worksheet|magazine|list|spread)\\b.*");
  private static final Pattern LENGTH_WORDS = of("\\b" + AMOUNT + "[\\s-]+words?\\b");
  private static final Pattern WORDS_USED =
      of(
          ".*\\b(?:learn|learns|define|memori[sz]e|spell|circle|underline|choose|find|study|list|pick|copy|look\\s+up|know|practi[cs]e|the|these|those|following|first|last|in\\s+other|other|new|key|in)\\s+(?:at\\s+least\\s+|about\\s+|the\\s+|your\\s+)*");
  private static final int NEAR = 40;

  /** Fewer words than this, if they are learned or looked up, are no length. */
  private static final int FEW_WORDS = 60;

  /** More hours than this are no time to work in one go. */
  private static final int MOST_HOURS = 8;

  private NumberFacts() {}

  private static Pattern of(String regex) {
    return Pattern.compile(regex, Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE | Pattern.DOTALL);
  }

  static List<Fact> in(String text) {
    List<Fact> all = new ArrayList<>();
    points(text, all);
    times(text, all);
    lengths(text, all);
    for (Matcher m = PAGES.matcher(text); m.find(); ) {
      Pages pages = pages(Objects.requireNonNull(m.group("list")));
      int end = m.start("list") + pages.length();
      add(all, Kind.PAGES, text, m.start(), end, pages.value());
    }
    PartNames.in(text).forEach(p -> add(all, Kind.PART, text, p.start(), p.end(), p.name()));
    return all;
  }

  private static void add(
      List<Fact> all, Kind kind, String text, int start, int end, String value) {
    String quote = text.substring(start, end);
    int blank = quote.length() - quote.stripLeading().length();
    OfWork.Meant meant =
        kind == Kind.PART ? OfWork.Meant.SURE : OfWork.of(kind, text, start + blank, end);
    if (meant != OfWork.Meant.NOT) {
      List<DatePhrases.Doubt> doubts =
          meant == OfWork.Meant.SURE ? List.of() : List.of(DatePhrases.Doubt.LIKELY);
      all.add(new Fact(kind, start + blank, end, quote.stripLeading(), value, doubts));
    }
  }

  private static String before(String text, Matcher m) {
    return text.substring(Math.max(0, m.start() - NEAR), m.start());
  }

  private static String after(String text, Matcher m) {
    return text.substring(m.end(), Math.min(text.length(), m.end() + NEAR));
  }

  private static Optional<String> amount(Matcher m, String group) {
    return Optional.ofNullable(m.group(group)).flatMap(Amounts::parse).map(NumberFacts::plain);
  }

  private static String plain(BigDecimal amount) {
    return Amounts.plain(amount).toPlainString();
  }

  private static void points(String text, List<Fact> all) {
    for (Matcher m = POINTS.matcher(text); m.find(); ) {
      String before = before(text, m);
      String after = after(text, m);
      BigDecimal half = m.group("half") == null ? BigDecimal.ZERO : new BigDecimal("0.5");
      Optional<String> value =
          Amounts.parse(Objects.requireNonNull(m.group("n"))).map(n -> plain(n.add(half)));
      boolean none =
          NOT_WORTH_AFTER.matcher(after).matches() || NOT_WORTH_BEFORE.matcher(before).matches();
      if (value.isPresent() && !none) {
        add(all, pointsKind(m, before, after), text, m.start(), m.end(), value.get());
      } else if (value.isPresent() && OFF_BEFORE.matcher(before).matches()) {
        add(all, Kind.OFF, text, m.start(), m.end(), value.get());
      }
    }
    for (Matcher m = HALF_POINT.matcher(text); m.find(); ) {
      boolean off =
          OFF_BEFORE.matcher(before(text, m)).matches()
              || OFF_AFTER.matcher(after(text, m)).matches();
      add(all, off ? Kind.OFF : Kind.POINTS, text, m.start(), m.end(), "0.5");
    }
    for (Matcher m = POINTS_FIRST.matcher(text); m.find(); ) {
      Kind kind = m.group("total") == null ? Kind.POINTS : Kind.TOTAL;
      amount(m, "n").ifPresent(n -> add(all, kind, text, m.start(), m.end(), n));
    }
    for (Matcher m = OF_BLANK.matcher(text); m.find(); ) {
      boolean total = m.group("total") != null || m.group("label") != null;
      amount(m, "n")
          .ifPresent(n -> add(all, total ? Kind.TOTAL : Kind.POINTS, text, m.start(), m.end(), n));
    }
    for (Matcher m = IT_IS_OUT_OF.matcher(text); m.find(); ) {
      amount(m, "n").ifPresent(n -> add(all, Kind.TOTAL, text, m.start(), m.end(), n));
    }
    for (Matcher m = OUT_OF.matcher(text); m.find(); ) {
      amount(m, "n")
          .or(() -> amount(m, "m"))
          .ifPresent(n -> add(all, Kind.TOTAL, text, m.start(), m.end(), n));
    }
  }

  /** What is taken off or given on top is no part of what a thing is worth. */
  private static Kind pointsKind(Matcher m, String before, String after) {
    String sign = Objects.requireNonNullElse(m.group("sign"), "").strip();
    boolean loose = before.isEmpty() || before.matches("(?s).*[\\s(\\[]");
    if (OFF_BEFORE.matcher(before).matches()
        || OFF_AFTER.matcher(after).matches()
        || LATE.matcher(before).matches() && PER_DAY.matcher(after).matches()
        || !sign.isEmpty() && !sign.equals("+") && loose) {
      return Kind.OFF;
    }
    if (m.group("extra") != null
        || EXTRA_BEFORE.matcher(before).matches()
        || EXTRA_AFTER.matcher(after).matches()
        || sign.equals("+") && loose) {
      return Kind.EXTRA;
    }
    return m.group("tb") != null || m.group("ta") != null ? Kind.TOTAL : Kind.POINTS;
  }

  private static void times(String text, List<Fact> all) {
    for (Matcher m = MINUTES.matcher(text); m.find(); ) {
      if (isLength(text, m)) {
        amount(m, "n").ifPresent(n -> add(all, Kind.MINUTES, text, m.start(), m.end(), n));
      }
    }
    for (Matcher m = HOURS.matcher(text); m.find(); ) {
      if (isLength(text, m)) {
        minutes(m).ifPresent(n -> add(all, Kind.MINUTES, text, m.start(), m.end(), n));
      }
    }
  }

  /** Neither "five minutes to nine" nor "an hour ago" is time to work. */
  private static boolean isLength(String text, Matcher m) {
    return !NO_LENGTH_BEFORE.matcher(before(text, m)).matches()
        && !NO_LENGTH_AFTER.matcher(after(text, m)).matches();
  }

  private static Optional<String> minutes(Matcher m) {
    if (m.group("quarter") != null) {
      return Optional.of("15");
    }
    if (m.group("three") != null) {
      return Optional.of("45");
    }
    if (m.group("halfHour") != null) {
      return Optional.of("30");
    }
    if (m.group("one") != null) {
      return Optional.of(m.group("oneHalf") == null ? "60" : "90");
    }
    BigDecimal half = m.group("half") == null ? BigDecimal.ZERO : new BigDecimal("0.5");
    BigDecimal more =
        Optional.ofNullable(m.group("min")).map(BigDecimal::new).orElse(BigDecimal.ZERO);
    return Amounts.parse(Objects.requireNonNull(m.group("n")))
        .filter(h -> h.compareTo(new BigDecimal(MOST_HOURS)) <= 0)
        .map(h -> plain(h.add(half).multiply(new BigDecimal(60)).add(more)));
  }

  private static void lengths(String text, List<Fact> all) {
    for (Matcher m = LENGTH_PAGES.matcher(text); m.find(); ) {
      String before = before(text, m);
      boolean single = m.group("one") != null;
      boolean written =
          PAGE_WRITTEN.matcher(before).matches() || PAGE_LONG.matcher(after(text, m)).matches();
      if (!READ_BEFORE.matcher(before).matches()
          && !PAPER_AFTER.matcher(after(text, m)).matches()
          && (written || !single)) {
        add(all, Kind.LENGTH_PAGES, text, m.start(), m.end(), pagesLong(m));
      }
    }
    for (Matcher m = LENGTH_WORDS.matcher(text); m.find(); ) {
      Optional<BigDecimal> words = Amounts.parse(Objects.requireNonNull(m.group("n")));
      boolean few = words.filter(w -> w.intValue() < FEW_WORDS).isPresent();
      if (words.isPresent() && !(few && WORDS_USED.matcher(before(text, m)).matches())) {
        add(all, Kind.LENGTH_WORDS, text, m.start(), m.end(), fromTo(m, plain(words.get())));
      }
    }
  }

  private static String fromTo(Matcher m, String most) {
    return amount(m, "a").map(a -> a + "-" + most).orElse(most);
  }

  private static String pagesLong(Matcher m) {
    if (m.group("halfPage") != null) {
      return "0.5";
    }
    if (m.group("one") != null) {
      return "1";
    }
    BigDecimal half = m.group("half") == null ? BigDecimal.ZERO : new BigDecimal("0.5");
    BigDecimal pages = Amounts.parse(Objects.requireNonNull(m.group("n"))).orElse(BigDecimal.ONE);
    return fromTo(m, plain(pages.add(half)));
  }

  /**
   * Pages that are looked up.
   *
   * @param length of the list, in characters: of "34, 1-10" only the first is a page
   */
  private record Pages(String value, int length) {}

  /** "4, 7 and 9 to 12" as 4, 7, 9-12; two that follow one another are a range. */
  private static Pages pages(String list) {
    Optional<Integer> one = NumberWords.parse(list);
    if (one.isPresent()) {
      return new Pages("" + one.get(), list.length());
    }
    List<int[]> ranges = new ArrayList<>();
    Matcher joint = LIST_JOINT.matcher(list);
    int from = 0;
    int end = 0;
    boolean through = false;
    boolean more = true;
    while (more) {
      more = joint.find();
      int until = more ? joint.start() : list.length();
      int number = NumberWords.parse(list.substring(from, until)).orElse(0);
      if (!ranges.isEmpty() && number <= ranges.getLast()[1]) {
        break;
      }
      if (through || !ranges.isEmpty() && number == ranges.getLast()[1] + 1) {
        ranges.getLast()[1] = number;
      } else {
        ranges.add(new int[] {number, number});
      }
      end = until;
      through = more && joint.group("through") != null;
      from = more ? joint.end() : from;
    }
    String value =
        ranges.stream()
            .map(r -> r[0] == r[1] ? "" + r[0] : r[0] + "-" + r[1])
            .collect(Collectors.joining(", "));
    return new Pages(value, end);
  }
}

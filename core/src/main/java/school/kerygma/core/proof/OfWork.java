package school.kerygma.core.proof;

import java.util.regex.Matcher;
import java.util.regex.Pattern;
import school.kerygma.core.proof.Fact.Kind;

/**
 * Whether a number is said of work that students do. "An hour has 60 minutes" and "The class earned
 * 30 points" are sentences of any paper; that they are meant for the plan is only likely.
 */
final class OfWork {

  /** Where a sentence ends; a stop within a number or after an abbreviation is no end. */
  private static final Pattern END =
      Pattern.compile("[;!?\\n]|(?<!\\b(?:pts?|mins?|hrs?|pp?|pgs?|max|approx|vs|no))\\.(?!\\d)");

  private static final Pattern LETTERS = Pattern.compile("\\p{L}[\\p{L}'\u2019-]*");

  /** A line with so few other words is a label, not a sentence. */
  private static final int LABEL = 4;

  /** What students are asked for, what they are told to do, and what it is worth. */
  private static final Pattern WORK =
      of(
          "\\b(?:you(?:'ll|’ll|\\s+(?:will|have|can|could|must|should|may|need|get|lose|earn|are))|(?:students?|groups?|teams?|pairs?|partners?|everyone|everybody|we)(?:'ll|’ll|\\s+(?:will|ha(?:s|ve)|can|must|should|may|needs?|gets?|loses?|earns?|receives?))|each\\s*[.,;)]?\\s*$|worth|counts?\\s+(?:for|as)|possible|credit|graded?|grading|grades|marked|marking|rubric|criteri(?:on|a)|assignments?|homework|essays?|papers?|projects?|quiz(?:zes)?|tests?|exams?|midterm|worksheets?|sheet|packet|questions?|problems?|exercises?|answers?|paragraphs?|drafts?|labs?|reports?|posters?|presentations?|tasks?|parts?|sections?|rounds?|reflections?|summar(?:y|ies)|outlines?|notebooks?|journals?|diagrams?|sketch(?:es)?|drawings?|models?|bibliograph(?:y|ies)|citations?|sources|participation|attendance|spelling|grammar|neatness|effort|discussion|warm-?up|videos?|clips?|exit\\s+ticket|deadline|due|late|missing|hand(?:ed)?\\s+in|turn(?:ed)?\\s+in|submit(?:ted)?|bonus|extra|total|maximum|minimum|at\\s+least|required|optional|in\\s+all|altogether|(?:should|will|may|might|this)\\s+takes?|per\\s+(?:criterion|correct|right)|correct)\\b");

  /** A sentence that begins by telling what to do: "Draw for 35 minutes". */
  private static final Pattern TOLD =
      of(
          "^[\\W\\d_]*(?:(?:then|next|first|second|third|finally|now|please|also|and|at\\s+home|in\\s+class|today|tonight|tomorrow|[\\p{L}]+day|step\\s+\\w+|part\\s+\\w+)\\b[:,]?\\s+)*(?:spend|draw|write|read|work|practi[cs]e|study|watch|listen|build|test|measure|record|sketch|prepare|plan|review|finish|complete|answer|solve|discuss|talk|present|walk|run|rehearse|revise|edit|type|fill|make|do|take|give|allow|set|use|turn|open|see|look|go|start|begin|check|choose|pick|copy|find|learn|explain|describe|label|bring|hand|submit|compare|note|observe|keep|cut|paste|glue|color|colour|paint|play|sing|meet|join|log|print|try|aim|stop|get|score|earn|lose|add|subtract|take\\s+off|deduct|expect)\\b");

  /** What is told of the past, of nature, of others: no work of this class. */
  private static final Pattern TOLD_OF =
      of(
          "^\\W*(?:an?|the)\\s+[\\w-]+\\s+ha(?:s|d)\\s+\u2026|\\b(?:earned|scored|lasted|waited|walked|took|wrote|argued|cools|simmers|referee|recipe|won|beat|lasted|lived|ran|sailed|flew|travelled|traveled|orbits|boils|burns|sleeps|grows|swims|flies|hatches|weighs|touchdowns?|basket|goal|team|game|match|players?|century|inhabitants|his\\s+life|her\\s+life|history\\s+of|newspaper|newspapers|front|novel\\s+(?:has|had)|once|ago|they|he|she|king|queen|captain|earth|moon|sun|light|planet|planets|train|ship|bus|recess|lunch|treaty|trip|drive|ride|ferry|museum|concert|letter|king's|baby|animals?|whales?)\\b");

  /** Within brackets that hold nothing else, or after a label: "(10 points)", "Time: 20 min". */
  private static final Pattern ALONE_BEFORE =
      Pattern.compile(
          "(?s).*(?:[(\\[|\t\u2022\u00b7:\u2013\u2014=]|\\s{2,}|\\s-)\\s*(?:(?:about|ca\\.|approx\\.|up to|max\\.?)\\s+)?");

  private static final Pattern ALONE_AFTER =
      Pattern.compile(
          "(?s)\\s*(?:each|in all|total|max\\.?)?\\s*(?:[)\\]|\t\u2022\u00b7,;:\u2013\u2014=]|\\s{2,}|\\s-|\\.?\\s*$|\\.?\\s*\\R).*");

  private OfWork() {}

  private static Pattern of(String regex) {
    return Pattern.compile(regex, Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);
  }

  private static final Pattern VERB =
      of(
          "\\b(?:has|have|had|is|are|was|were|takes|took|lasts|he|she|it|they|we|there|\\w{2,}ed)\\b");

  private static final Pattern LOOKED_UP = of(".*\\b(?:see|on|to|from|at)\\s+");

  /** How likely it is that students' work is meant. */
  enum Meant {
    SURE,
    LIKELY,
    NOT
  }

  /** What a number is said of, by the sentence around it. */
  static Meant of(Kind kind, String text, int start, int end) {
    Sentence sentence = Sentence.around(text, start, end);
    boolean lookedUp =
        kind == Kind.PAGES
            && (sentence.said.matches(".*\\d.*")
                || LOOKED_UP.matcher(sentence.before.replace('\n', ' ')).matches()
                    && !sentence.after.startsWith(" of "));
    if (lookedUp || sentence.isLabel() || TOLD.matcher(sentence.before.strip() + " ").find()) {
      return Meant.SURE;
    }
    boolean work = WORK.matcher(sentence.rest()).find();
    if (TOLD_OF.matcher(sentence.rest()).find()) {
      return work ? Meant.LIKELY : Meant.NOT;
    }
    return work || sentence.standsAlone() ? Meant.SURE : Meant.LIKELY;
  }

  /**
   * What stands around a number.
   *
   * @param stop whether a full stop ends it
   */
  private record Sentence(String before, String said, String after, boolean stop) {

    static Sentence around(String text, int start, int end) {
      int from = 0;
      Matcher ends = END.matcher(text).region(0, start);
      while (ends.find()) {
        from = ends.end();
      }
      ends.region(end, text.length());
      int until = ends.find() ? ends.start() : text.length();
      boolean stop =
          text.startsWith(".", until) || until == end && text.substring(start, end).endsWith(".");
      return new Sentence(
          text.substring(from, start),
          text.substring(start, end),
          text.substring(end, until),
          stop);
    }

    String rest() {
      return before + " \u2026 " + after;
    }

    /** In brackets, between tabs, behind a colon: "(10 points)". */
    boolean standsAlone() {
      return ALONE_BEFORE.matcher(before).matches() && ALONE_AFTER.matcher(after).matches();
    }

    /** A few words without a verb; nothing that begins with a capital and ends with a stop. */
    boolean isLabel() {
      long words = LETTERS.matcher(rest()).results().count();
      boolean whole = stop && words > 1 && (before + said).strip().matches("(?s)\\p{Lu}.*");
      return words <= LABEL && !whole && !VERB.matcher(rest()).find();
    }
  }
}

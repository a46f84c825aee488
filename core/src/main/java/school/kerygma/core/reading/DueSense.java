package school.kerygma.core.reading;

import java.util.List;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * Weighs what a clause says: whether something is due on its date. It needs somebody who does it
 * and a word for handing in; "by" alone is a question.
 */
final class DueSense {

  /** How sure it is. */
  enum Sense {
    SURE,
    ASK,
    NOT
  }

  /** "Due to heavy snow" says why, not when. */
  private static final Pattern BECAUSE = Lexicon.of("\\bdue to (?!be |me\\b|us\\b)");

  private static final String LEAD =
      "(?:^|[,;:.\u2013\u2014] ?|\\b(?:please|and|then|now|so|also|must|should|will|can|may|need to|needs to|have to|has to|are to|is to|got to|to|remember to|be sure to|make sure (?:you|to)|forget to|let's|lets) )\\W*(?:please )?(?:just )?";

  /** Somebody is told to do something. */
  private static final Pattern TOLD = Lexicon.of(LEAD + Lexicon.DO + "\\b");

  private static final Pattern YOU_DO =
      Lexicon.of("\\b" + Lexicon.STUDENTS + " (?:\\w+ )?" + Lexicon.DO + "s?\\b");

  private static final String THING =
      "(?:it|them|this|that|these|those|your|the|my|both|all|everything|" + Lexicon.WORK + ")";

  /** Words for handing in. */
  private static final List<Pattern> HANDED_IN =
      List.of(
          Lexicon.of("\\b(?:hand|turn|pass)(?:s|ed|ing)?(?: [\\w'-]+){0,6} in\\b"),
          Lexicon.of("\\b(?:get|send|bring|give)s?(?: [\\w'-]+){1,5} in\\b(?! the\\b| your\\b)"),
          Lexicon.of(
              "\\bbring(?: in)? (?:it|them|(?:in )?(?:the|your) (?:finished|completed|signed|final|full|whole)|(?:your|the) "
                  + Lexicon.WORK
                  + ")\\b"),
          Lexicon.of("\\b(?:(?:re)?submit(?:s|ted|ting)?|upload(?:s|ed)?)\\b"),
          Lexicon.of(
              "\\b(?:e-?mail|send|tell|show|give|text) (?:" + THING + " )?(?:to )?(?:me|us)\\b"),
          Lexicon.of("\\b(?:send|give|post|share|drop|leave|sign) " + THING + "\\b"),
          Lexicon.of("\\blet me (?:see|have)\\b"),
          Lexicon.of(
              "\\breturn(?:s|ed)? (?:it|them|this|these|your|the|to school|on|by|signed)\\b|\\breturn(?:s|ed)?\\W*@"),
          Lexicon.of("\\b(?:bring|send|take|give)s? (?:\\w+ ){1,4}back\\b"),
          Lexicon.of("\\bcomes? back to (?:school|class|me)\\b"),
          Lexicon.of(
              "\\b" + Lexicon.WORK + " (?:\\w+ )?(?:comes?|goes|go|must come|should come) in\\b"),
          Lexicon.of(
              "\\b(?:is|are|be) (?:to be )?(?:handed|turned|passed|sent) in\\b|\\b(?:has|have|need|needs|must|should) (?:to )?be in\\b"),
          Lexicon.of("\\b" + Lexicon.WORK + " (?:is |are )?in (?:by|on|no later than|before)\\b"),
          Lexicon.of(
              "\\b(?:i|i'll|i'm|we|we'll|ms?\\.? \\w+) (?:will |am |'ll |want to |'m )?(?:be )?(?:collect|tak|pick|gather)(?:ing|e|s)?(?: (?:in|up))? (?:it|them|these|those|this|your|the|all|everything)\\b"),
          Lexicon.of(
              "\\b(?:i|we) (?:need|want|expect|must have|would like|'d like|should have) (?:it|them|these|this|your|the|all|everything)\\b[^@]*\\b(?:by|before|no later than|on)\\b"));

  private static final Pattern DUE_NOW = Lexicon.of("\\bdue\\b");
  private static final Pattern DEADLINE = Lexicon.of("\\b(?:deadline|due date)\\b");
  private static final Pattern CLOSES =
      Lexicon.of(
          "\\b(?:surveys?|quiz(?:zes)?|checks?|forms?|drop ?box|assignments?|tests?|submissions?|box|tasks?|polls?|questionnaires?|folder|portal)\\b[^@]*\\bcloses?\\b");
  private static final Pattern ANY_CLOSES = Lexicon.of("\\bcloses?\\b");
  private static final Pattern OTHERS_CLOSE =
      Lexicon.of("\\b" + Lexicon.NOT_OF_CLASS + " (?:\\w+ )?closes?\\b");
  private static final Pattern READY =
      Lexicon.of(
          "\\b(?:have|has|get) (?:\\w+ ){1,4}(?:ready|done|finished|complete)\\b|\\b(?:must|should|has to|have to|needs? to|is to|are to|will) be (?:ready|finished|done|complete|completed)\\b");
  private static final Pattern UNTIL_TO =
      Lexicon.of(
          "\\bhave (?:now |got )?until\\W*(?:the )?@[^@]*? to (?:finish|send|complete|hand|turn|submit|upload|bring|write|do|pass|return|get|e-?mail|improve|give)\\b");
  private static final Pattern YOU_HAVE_UNTIL =
      Lexicon.of(
          "\\b(?:you|students|everybody|everyone)(?:'ve| have)?(?: now)?(?: have| got)*(?: now)? until\\W*(?:the )?@\\W*$");
  private static final Pattern CHANGED_TO =
      Lexicon.of(
          "\\b(?:due date|deadline|due|extension)\\b[^@]*\\b(?:to|until|from|is now|now)\\W*(?:the )?@|\\b(?:chang|mov|push|extend|postpon|shift)\\w*\\b[^@]*\\b(?:due date|deadline)\\b[^@]*\\b(?:to|until|from)\\W*(?:the )?@");
  private static final Pattern HOMEWORK_FOR =
      Lexicon.of(
          "\\b(?:homework|assignment|reading|work) for\\W*(?:the )?@|^\\W*for\\W*(?:the )?@\\W+"
              + Lexicon.DO
              + "\\b");
  private static final Pattern FOR_DATE = Lexicon.of("\\bfor\\s*(?:the\\s*)?$");
  private static final Pattern IS_FOR = Lexicon.of("\\b(?:is|are) for\\s*(?:the\\s*)?$");
  private static final Pattern BY =
      Lexicon.of(
          "\\b(?:by|before|until|till|no later than|not later than|on or before|in time for)\\s*(?:the\\s*)?(?:(?:end|start|beginning)\\s+of\\s+(?:(?:the\\s+)?(?:day|class|school|lesson|period)\\s+(?:on\\s+)?)?)?$");
  private static final Pattern BY_ITSELF = Lexicon.of("^(?:by|before|until|till|no later than)\\b");
  private static final Pattern NEEDED_THEN =
      Lexicon.of(
          "@\\W+is (?:when|the day|the date|what day)\\b[^@]*\\b(?:need|want|due|collect|hand)|\\b(?:giving|give) (?:you|everybody|everyone) (?:till|until)\\W*(?:the )?@");
  private static final Pattern MUST_LIE =
      Lexicon.of(
          "\\b(?:must|should|has to|have to|needs? to) be (?:on|in) (?:the|my|your|our) \\w+ by\\b");

  /** Words by which something is likely to be due, and which do not say it. */
  private static final Pattern CUES =
      Lexicon.of(
          "\\b(?:homework|cut-?off|closing date|new date|rather have|accept(?:s|ed)?|rewrites?|done by|finish(?:ed)? (?:it|what|at home|this|your|the)|please\\W*$)\\b|\\b(?:i|we) need (?:it|them|the|your)\\b|@[ ,]+please ?(?:$|[.,;!])|\\bdon't hand\\b|\\bhand\\w* it in\\b");

  private static final Pattern MOVED_IT =
      Lexicon.of(
          "\\b(?:mov|chang|push|extend|postpon|shift)\\w* (?:it|this|that|the \\w+)(?: back| on)? (?:to|until)\\W*(?:the )?@");
  private static final Pattern TO_BE_DONE =
      Lexicon.of(
          "\\b(?:chapters?|pages?|exercises?|questions?|problems?|verbs|words|spellings?|reading) ");
  private static final Pattern LAST_DAY = Lexicon.of("\\blast (?:day|chance|date|lesson|class)\\b");

  /** To bring goggles is to be ready; to bring work, a slip or money is to hand it in. */
  private static final Pattern BRING =
      Lexicon.of(
          "\\bbring (?:(?!(?:for|to|from|with|when|while|so|because)\\b)[\\w'-]+ ){0,4}(?:"
              + Lexicon.WORK
              + "|permissions?|money|payment|consent|signature)\\b|\\bbring (?:in )?\\$");

  private static final Pattern PRESENT =
      Lexicon.of("\\b(?:be|are|come) (?:ready|prepared) (?:to|for)\\b");

  // ---- what speaks against it

  private static final List<Pattern> AGAINST =
      List.of(
          // It was so.
          Lexicon.of("\\b(?:was|were|had been|used to be|would have been) (?:\\w+ ){0,3}due\\b"),
          Lexicon.of("\\b(?:deadline|due date)\\b[^@]*\\bwas\\b"),
          Lexicon.of("\\blast year"),
          // It is not so.
          Lexicon.of(
              "\\b(?:no|nothing|nobody|no one|none)\\b(?! later)[^@,]{0,40}\\b(?:due|hand|turn|pass|bring|submit|homework|in)\\b"),
          Lexicon.of("\\b(?:hand|turn|pass|bring)(?:s|ed)?(?: in)? nothing\\b"),
          Lexicon.of(
              "\\b(?:(?:do|does|did|need|have|has|must|should|is|are|will|would|could)(?:n't| not)|won't|can't|cannot|can not|never)\\b(?! (?:forget|lose|miss))[^@,]{0,40}\\b(?:due|hand|turn|pass|bring|submit|need|have to|finish|do)\\b"),
          Lexicon.of("\\b(?:no longer|not) due\\b"),
          Lexicon.of("\\b(?:there is|there's) (?:no|not)\\b"),
          Lexicon.of(
              "\\b(?:i|we)(?:'d| would|'ll| will)? (?:hope|plan|try|aim|intend|like|love) to (?!see|have|get)"),
          Lexicon.of("\\bnot (?:on|by|until|before|due)?\\s*(?:the )?@"),
          // A late rule is one of its own.
          Lexicon.of("\\blate\\b[^@]*\\b(?:until|till|through|up to|by)\\b"));

  /** The same, unless the clause itself says that something is due: "the sheet we read is due". */
  private static final List<Pattern> OTHERS =
      List.of(
          // It is told of others, or of what was.
          Lexicon.of(
              "^\\W*in the (?:story|novel|film|movie|poem|play|legend)\\b|\\b(?:said|asked|cried) (?:the|he|she)\\b|\\bforecast says\\b|\\bhad to \\w+|\\bby\\W*@\\W+(?:\\w+ ){0,3}had\\b|\\b(?:was|were) hoping\\b"),
          // What others do, and what is given back.
          Lexicon.of(
              "\\b"
                  + Lexicon.RESULTS
                  + "\\b[^@]{0,20}\\b(?:are|is|be|will|come|go|get)\\b[^@]{0,20}\\b(?:posted|up|out|back|online|published|returned|ready|available|marked|graded)\\b"),
          Lexicon.of(
              "\\b(?:i|we|i'll|we'll|i'm|we're|i've)(?: (?:will|am|are|shall|have|can|'ll))*(?: (?:have|be|all|also|then))*(?: (?:\\w+ly))? (?:post|mark|grade|read|return|give|giving|hand|handing|be|finish|know|tell|let|send|put|publish|show|see|visit|walk|go|start|begin|learn|talk|look|meet|cover|review|work|posting|marking|grading|reading|returning|sending|explain)\\b(?! (?:it|them|these|your \\w+|the \\w+) in\\b)"),
          Lexicon.of(
              "\\bi(?:'ll| will) have\\b[^@]*\\b(?:marked|graded|read|ready|done)\\b|\\bby\\s*@\\W+(?:we|i)(?:'ll| will)? \\w+"),
          Lexicon.of(
              "\\byou(?:'ll| will)? (?:will )?(?:get|have|receive|see|find|hear)\\b[^@]*\\b(?:back|from me|posted|marks?|grades?|results?)\\b"),
          // What goes on until then.
          Lexicon.of("\\b" + Lexicon.GOES_ON + "\\b[^@]*@"),
          Lexicon.of(
              "\\b(?:can|may|could)(?: still)? (?:be )?(?:ask|sign|change|apply|order|vote|register|choose|borrow|buy|use|visit|book|come)\\w*\\b[^@]*\\b(?:until|till|by|before)\\b"),
          Lexicon.of(
              "\\b(?:bake sale|fair|sale|show|exhibition|exhibit|holiday|break|tournament|concert|trip)\\b[^@]*\\b(?:runs?|goes on|lasts|until)\\b"));

  private static final Pattern NOT_OF_CLASS =
      Lexicon.of("\\b" + Lexicon.NOT_OF_CLASS + "(?:'s| is| are| will be)? due\\b");

  /** What is not due before a day is due on it. */
  private static final Pattern NOT_BEFORE =
      Lexicon.of("(?:\\bnot|n't)(?: be)? due (?:back )?(?:until|till|before)\\W*(?:the )?@");

  /** It is said with a doubt, or that what stands somewhere is wrong. */
  private static final Pattern HEDGED =
      Lexicon.of(
          "\\b(?:try|aim|hope|hopefully|ideally|maybe|perhaps|possibly|probably|preferably|might|want to have|if you can|if possible|good idea|typo|ignore|(?:that|this|it|which|date|sheet)(?:'s| is) (?:wrong|incorrect|a mistake)|half of|some of)\\b");

  private static final Pattern SEEN =
      Lexicon.of(
          "\\b(?:i|we)(?:'d| would|'ll| will)? (?:like|love|want|need) to (?:see|have|get)\\b");
  private static final Pattern IN_THE_TRAY =
      Lexicon.of(
          "\\b(?:on|in) (?:my desk|my mailbox|my box|the (?:\\w+ )?(?:tray|basket|box|bin|folder|drawer))\\b");

  private static final Pattern YOURS = Lexicon.of("\\b(?:you|your|yours|everybody|everyone)\\b");

  /** A rule for a day on which nobody is there. */
  private static final Pattern IF_CLOSED =
      Lexicon.of(
          "^\\W*(?:if|when|should) [^,]*\\b(?:holiday|snow day|day off|no school|closed|cancell?ed)\\b");

  private static final Pattern IF = Lexicon.of("^\\W*(?:if|in case|when|whenever|should) ");

  /** A piece of work and a date, and nothing else: "Outline: October 6". */
  private static final Pattern LABEL =
      Lexicon.of(
          "\\W*(?:[\\w'-]+ ){0,2}(?:drafts?|final(?: copy)?|outlines?|essays?|reports?|posters?|projects?|portfolios?|proposals?|bibliograph(?:y|ies)|sketch(?:es)?|cop(?:y|ies)|worksheets?|homework|assignments?)(?: [\\w'-]+)? ?\\W*@\\W*(?:\\(?\\d+ ?(?:%|points?|marks?|pts)\\W*)?");

  /** So few words without a verb repeat what was said of the date before. */
  private static final int SHORT = 4;

  private static final Pattern WORD = Pattern.compile("[\\p{L}\\d]+");

  private static final Pattern VERB =
      Lexicon.of(
          "\\b(?:it|that|he|she|there|what|here)'s\\b|\\b(?:is|are|was|were|be|will|has|have|had|do|does|can|may|must|should|opens?|begins?|starts?|comes?|goes?|we|i|visit)\\b|\\b"
              + Lexicon.DO
              + "\\b");

  private DueSense() {}

  /**
   * Weighs what is said.
   *
   * @param last what was concluded of the date before in the same sentence
   */
  static Sense of(Said said, Sense last) {
    if (isShort(said) && last != Sense.NOT) {
      return last;
    }
    Said near = said.near();
    Sense sense = weighed(near, said.sentence());
    if (sense == null && !near.equals(said)) {
      sense = weighed(said, said.sentence());
    }
    if (sense == null || sense == Sense.NOT || sense == Sense.ASK && isDenied(said)) {
      return Sense.NOT;
    }
    if (IF_CLOSED.matcher(said.sentence()).find()
        || sense == Sense.ASK && isExercise(said.sentence())) {
      return Sense.NOT;
    }
    boolean asked = IF.matcher(said.sentence()).find() || HEDGED.matcher(said.sentence()).find();
    return asked ? Sense.ASK : sense;
  }

  /** "How much has she saved by December 18?" */
  private static boolean isExercise(String sentence) {
    return sentence.strip().endsWith("?") && !YOURS.matcher(sentence).find();
  }

  /** What a stretch says; null if it says nothing of it. */
  private static @Nullable Sense weighed(Said said, String all) {
    String stretch = BECAUSE.matcher(said.stretch()).replaceAll("because of ");
    String sentence = BECAUSE.matcher(all).replaceAll("because of ");
    if (NOT_BEFORE.matcher(stretch).find() || NEEDED_THEN.matcher(stretch).find()) {
      return Sense.SURE;
    }
    Sense sense = isFor(stretch, sentence, said);
    if (isDenied(stretch)) {
      return Sense.NOT;
    }
    if (sense == Sense.NOT && LABEL.matcher(stretch).matches()) {
      return Sense.ASK;
    }
    return sense == Sense.NOT ? null : sense;
  }

  /** Whether it says of itself that nothing is due. */
  static boolean isDenied(Said said) {
    return isDenied(BECAUSE.matcher(said.stretch()).replaceAll("because of "));
  }

  private static boolean isDenied(String stretch) {
    return AGAINST.stream().anyMatch(p -> p.matcher(stretch).find())
        || !DUE_NOW.matcher(stretch).find()
            && OTHERS.stream().anyMatch(p -> p.matcher(stretch).find());
  }

  /** "Part two, the finished piece, two weeks later." goes on from what was said before. */
  static boolean isWithoutVerb(Said said) {
    String words = said.before() + " " + said.after();
    return WORD.matcher(words).results().count() <= 2 * SHORT && !VERB.matcher(words).find();
  }

  private static boolean isShort(Said said) {
    String words = (said.before() + " " + said.after()).strip();
    return WORD.matcher(words).results().count() <= SHORT
        && !VERB.matcher(words).find()
        && !DUE_NOW.matcher(words).find()
        && !BY_ITSELF.matcher(said.quote()).find();
  }

  private static Sense isFor(String stretch, String sentence, Said said) {
    if (DUE_NOW.matcher(stretch).find() || DEADLINE.matcher(stretch).find()) {
      return NOT_OF_CLASS.matcher(stretch).find() ? Sense.ASK : Sense.SURE;
    }
    if (LAST_DAY.matcher(stretch).find() || MOVED_IT.matcher(stretch).find()) {
      return Sense.ASK;
    }
    if (HANDED_IN.stream().anyMatch(p -> p.matcher(stretch).find())
        || CLOSES.matcher(sentence).find() && ANY_CLOSES.matcher(stretch).find()
        || MUST_LIE.matcher(stretch).find()
        || UNTIL_TO.matcher(stretch).find()
        || YOU_HAVE_UNTIL.matcher(stretch).find()
        || CHANGED_TO.matcher(stretch).find()
        || HOMEWORK_FOR.matcher(stretch).find()) {
      return Sense.SURE;
    }
    boolean by = BY.matcher(said.before()).find() || BY_ITSELF.matcher(said.quote()).find();
    if (IN_THE_TRAY.matcher(stretch).find()) {
      return by ? Sense.SURE : Sense.ASK;
    }
    if (SEEN.matcher(stretch).find() || PRESENT.matcher(stretch).find()) {
      return Sense.ASK;
    }
    if (READY.matcher(stretch).find()) {
      return Sense.SURE;
    }
    boolean isFor = FOR_DATE.matcher(said.before()).find();
    boolean told = TOLD.matcher(stretch).find() || YOU_DO.matcher(stretch).find();
    if (told && (by || isFor && !IS_FOR.matcher(said.before()).find())) {
      return said.after().startsWith("'s") ? Sense.ASK : Sense.SURE;
    }
    if (by
        || isFor && TO_BE_DONE.matcher(stretch).find()
        || IS_FOR.matcher(said.before()).find()
        || ANY_CLOSES.matcher(stretch).find() && !OTHERS_CLOSE.matcher(stretch).find()) {
      return Sense.ASK;
    }
    return BRING.matcher(stretch).find() || CUES.matcher(stretch).find() ? Sense.ASK : Sense.NOT;
  }
}

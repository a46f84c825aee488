package school.kerygma.core.reading;

import java.util.regex.Pattern;

/**
 * The words by which a date is understood, each list once. They are parts of regular expressions;
 * blanks stand for any blanks.
 */
final class Lexicon {

  /** What students make or do, as a thing. */
  static final String WORK =
      "(?:work|homework|coursework|classwork|assignments?|essays?|papers?|reports?|posters?|projects?|worksheets?|sheets?|sketch(?:es)?|drawings?|diagrams?|maps?|models?|dioramas?|collages?|masks?|booklets?|journals?|diar(?:y|ies)|logs?|records?|portfolios?|folders?|notebooks?|books?|drafts?|cop(?:y|ies)|outlines?|plans?|summar(?:y|ies)|reflections?|responses?|repl(?:y|ies)|posts?|paragraphs?|sentences?|stor(?:y|ies)|poems?|dialogues?|compositions?|letters?|labs?|questions?|problems?|exercises?|answers?|tasks?|parts?|quiz(?:zes)?|checks?|tests?|surveys?|forms?|slips?|charts?|tables?|recordings?|videos?|presentations?|slides|topics?|notes?|list|stations?|packets?|corrections?|readings?|puzzles?|labels?|costumes?|bibliograph(?:y|ies)|everything|all of it|it|this|that|these|those|they|them|section|group|draft|final|good copy|rough copy|due date|deadline)";

  /** What students are told to do. */
  static final String DO =
      "(?:finish|complete|answer|write|read|draw|paint|build|make|learn|study|practi[sc]e|memori[sz]e|prepare|revise|edit|type|fill|solve|do|watch|listen|record|choose|pick|copy|find|label|colou?r|cut|sketch|test|measure|review|correct|translate|summari[sz]e|research|collect|look up|log|print|rehearse|bring|send|show|tell|give|share|post|upload|submit|turn|hand|pass|return|e-?mail|drop|sign|improve|resubmit|redo|rework|rewrite|better)";

  /** By whom: whom a teacher talks to, and of whom. */
  static final String STUDENTS =
      "(?:you(?:'ll|'ve|'re)?|everybody|everyone|all of you|each of you|students?|the class|groups?(?: \\w+)?|teams?|pairs?|partners?|each (?:student|group|team|pair))";

  /** What is given back to students. */
  static final String RESULTS =
      "(?:grades?|marks?|results?|scores?|answers?|answer keys?|feedback|solutions?|quizzes|tests|exams|essays|reports|papers|points)";

  /** What is due, or comes, without anybody handing it in. */
  static final String NOT_OF_CLASS =
      "(?:rent|bills?|fines?|payments?|fees?|taxes|train|bus|ferry|boat|ship|plane|flight|car|taxi|baby|snow|rain|storm|storms|sun|parcel|package|delivery|mail|guests?|visitors?|grandmother|grandma|grandfather|nurse|dentist|doctor|library books?|gym|pool|library|shop|store|museum|office|moon|eclipse|election|king|queen|army|treaty|harvest|road|bridge|elevator|wi-?fi|update|sequel|film|movie|album|season|game|match)";

  /** What stays open, runs, or can be done until then, for nobody to hand in. */
  static final String GOES_ON =
      "(?:(?:is|are|stays?|remains?|will be|kept) (?:open|closed|shut|on|away|here|up|out)|opens?|runs?|goes(?! (?:back|to|in))|lasts|continues?)";

  /** Words that take back what was said before. */
  static final String TAKEN_BACK =
      "(?:no|sorry|oh|wait|oops|i mean|i meant|rather|or rather|make that|that is wrong|correction|scratch that|actually|excuse me|let me correct that)";

  /** What school calls a time of day without a clock. */
  static final String SCHOOL_TIME =
      "(?:eod|eob|cob|arvo|(?:first|second|third|fourth|fifth|sixth|last|\\d(?:st|nd|rd|th)?) (?:period|block|bell)|(?:period|block|lesson) (?:\\d|[a-h]\\b)|p\\d|before school|after school)";

  /** The same, where it stands after "at", "by" or a day; elsewhere these are things. */
  static final String SCHOOL_BREAK =
      "(?<=day\\s|\\b(?:at|by|before|after|during|until|in)\\s(?:the\\s|our\\s|your\\s)?)(?:registration|tutor time|form time|home ?room|assembly|morning tea|recess|lunch(?:time|break)?|break(?:time)?|playtime|bell|dismissal|home ?time|tutorial|elevenses|tea ?time|(?:first|last) (?:lesson|period))";

  static final String ZONE =
      "(?:[ecmpa][sd]t|gmt|utc|bst|a[ecw]st|nzst|cet|(?:eastern|pacific|central|mountain) (?:time|standard|daylight))";

  /** After these words a name goes on: "week 5 journal"; after "on" or "by" it has ended. */
  static final String NAME_GOES_ON =
      "(?!'s)(?! (?!(?:on|at|by|of|and|or|in|for|to|from|before|after|is|are|the|due)\\b)\\p{L})";

  private Lexicon() {}

  /** A pattern in which each blank stands for any blanks. */
  static Pattern of(String regex) {
    return Pattern.compile(
        regex.replace(" ?", "\\s*").replace(" ", "\\s+"),
        Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);
  }
}

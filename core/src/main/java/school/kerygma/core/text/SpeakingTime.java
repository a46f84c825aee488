package school.kerygma.core.text;

/** How long it takes to say a script. */
public final class SpeakingTime {

  /** Words a minute of a walkthrough's narration; common practice, median of 120 to 225. */
  public static final int WORDS_PER_MINUTE = 165;

  private SpeakingTime() {}

  /** Milliseconds to say the text. */
  public static long ofMs(String script) {
    return ofWordsMs(Words.count(script));
  }

  /** Milliseconds to say so many words. */
  public static long ofWordsMs(int words) {
    return Math.round(words * 60_000.0 / WORDS_PER_MINUTE);
  }
}

package school.kerygma.core.voice;

/**
 * A word and when it is said.
 *
 * @param text as the script has it
 * @param startMs when it begins
 * @param endMs when it ends; not before {@code startMs}
 */
public record TimedWord(String text, long startMs, long endMs) {}

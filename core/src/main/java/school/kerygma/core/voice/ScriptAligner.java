package school.kerygma.core.voice;

import java.util.List;
import school.kerygma.core.time.Spans;

/** Says when each sentence of a script is spoken. */
public interface ScriptAligner {

  /**
   * Places sentences on the speech of a take.
   *
   * @param sentences in the order of the script
   * @param speech where there is speech
   * @return one entry for every sentence, in order, none overlapping; nothing if there is no speech
   */
  List<TimedSentence> align(List<String> sentences, Spans speech);
}

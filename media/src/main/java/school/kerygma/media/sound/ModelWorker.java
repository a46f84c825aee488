package school.kerygma.media.sound;

import io.github.givimad.whisperjni.WhisperContext;
import io.github.givimad.whisperjni.WhisperFullParams;
import io.github.givimad.whisperjni.WhisperJNI;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.ShortBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/**
 * The program of a process that hears words with a school's own model: one line of text for each
 * file of sound (16 bits a sample, little endian, {@link Sound#SAMPLES_PER_SECOND} a second).
 * Native code that reads a file from outside runs in no other process.
 */
final class ModelWorker {

  /** Ends so when the file is no model. */
  static final int NO_MODEL = 3;

  private static final int A_SECOND = Sound.SAMPLES_PER_SECOND;

  private ModelWorker() {}

  /**
   * @param args the model, then files of sound; without any only the model is opened
   */
  public static void main(String[] args) throws IOException {
    PrintStream out = new PrintStream(System.out, true, StandardCharsets.UTF_8);
    System.setOut(System.err); // What the library says is no answer.
    WhisperJNI.loadLibrary();
    WhisperJNI.setLibraryLogger(null);
    WhisperJNI model = new WhisperJNI();
    WhisperContext context = model.init(Path.of(args[0]));
    // What opens and is none falls over when it is to hear.
    if (context == null || model.full(context, how(), new float[A_SECOND], A_SECOND) != 0) {
      System.exit(NO_MODEL);
    }
    for (String file : List.of(args).subList(1, args.length)) {
      out.println(text(model, context, Path.of(file)));
    }
    System.exit(0); // Its native threads end with the process.
  }

  private static WhisperFullParams how() {
    WhisperFullParams how = new WhisperFullParams();
    how.language = "en";
    how.suppressNonSpeechTokens = true;
    return how;
  }

  private static String text(WhisperJNI model, WhisperContext context, Path file)
      throws IOException {
    ShortBuffer shorts =
        ByteBuffer.wrap(Files.readAllBytes(file)).order(ByteOrder.LITTLE_ENDIAN).asShortBuffer();
    float[] samples = new float[shorts.remaining()];
    for (int i = 0; i < samples.length; i++) {
      samples[i] = shorts.get(i) / (float) -Short.MIN_VALUE;
    }
    if (samples.length == 0 || model.full(context, how(), samples, samples.length) != 0) {
      return "";
    }
    StringBuilder text = new StringBuilder();
    for (int i = 0; i < model.fullNSegments(context); i++) {
      text.append(' ').append(model.fullGetSegmentText(context, i));
    }
    return text.toString().replaceAll("\\s+", " ").strip();
  }
}

package school.kerygma.app.desk.proofing;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/**
 * The ten thousand most usual words of US English, without those of one or two letters, by the
 * language model of CMU Sphinx (Carnegie Mellon University, Alpha Cephei; BSD-2-Clause).
 */
@Component
class UsualWords implements Predicate<String> {

  private final Set<String> words;

  UsualWords() {
    try {
      words =
          new ClassPathResource("words/usual-en.txt")
              .getContentAsString(StandardCharsets.UTF_8)
              .lines()
              .collect(Collectors.toUnmodifiableSet());
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  @Override
  public boolean test(String word) {
    return words.contains(word);
  }
}

package school.kerygma.app.talk.scores;

import java.nio.file.Path;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import school.kerygma.media.sound.SpeechModel;

/**
 * The school's own model of speech, if it supplies one: {@code kerygma.speech-model} is its file.
 * It is opened once when the application starts; where that fails, the drafts are those of the
 * recognizer that comes with the machine.
 */
@Component
class SchoolModel {

  private static final Logger LOG = LoggerFactory.getLogger(SchoolModel.class);

  private final Optional<SpeechModel> model;

  SchoolModel(@Value("${kerygma.speech-model}") String file) {
    Optional<SpeechModel> named =
        file.isBlank() ? Optional.empty() : Optional.of(new SpeechModel(Path.of(file.strip())));
    this.model = named.filter(SpeechModel::isGood);
    if (named.isPresent() && model.isEmpty()) {
      LOG.warn(
          "{} is no model of speech that can be opened (kerygma.speech-model). Drafts are made by the usual"
              + " recognizer; put a GGML model there and start again.",
          file);
    }
  }

  Optional<SpeechModel> get() {
    return model;
  }
}

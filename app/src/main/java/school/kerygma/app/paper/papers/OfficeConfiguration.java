package school.kerygma.app.paper.papers;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.ApplicationListener;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import school.kerygma.media.office.OfficeConverter;
import school.kerygma.media.worker.PaperReaders;

/** The one LibreOffice of this node; it starts with the first paper that needs it. */
@Configuration(proxyBeanMethods = false)
class OfficeConfiguration {

  @Bean
  OfficeConverter officeConverter(@Value("${kerygma.home}") Path home) throws IOException {
    return new OfficeConverter(Files.createDirectories(home.resolve("office").toAbsolutePath()));
  }

  /** Papers are read in processes of their own; one stands ready from the start. */
  @Bean(destroyMethod = "close")
  PaperReaders paperReaders() {
    return new PaperReaders();
  }

  @Bean
  ApplicationListener<ApplicationReadyEvent> readyForPapers(PaperReaders readers) {
    return ready -> readers.warm();
  }
}

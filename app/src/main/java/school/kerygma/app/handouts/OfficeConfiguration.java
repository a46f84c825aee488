package school.kerygma.app.handouts;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import school.kerygma.media.office.OfficeConverter;

/** The one LibreOffice of this node; it starts with the first paper that needs it. */
@Configuration(proxyBeanMethods = false)
class OfficeConfiguration {

  @Bean
  OfficeConverter officeConverter(@Value("${kerygma.home}") Path home) throws IOException {
    return new OfficeConverter(Files.createDirectories(home.resolve("office").toAbsolutePath()));
  }
}

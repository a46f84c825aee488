package school.kerygma.app;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.data.jpa.repository.config.EnableJpaRepositories;

/** Starts the web application. */
@SpringBootApplication
@EnableJpaRepositories(considerNestedRepositories = true)
public class KerygmaApplication {

  public static void main(String[] args) {
    SpringApplication.run(KerygmaApplication.class, args);
  }
}

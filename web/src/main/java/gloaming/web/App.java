package gloaming.web;

import gloaming.web.store.Folder;
import java.nio.file.Path;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.context.annotation.Bean;

/** The application: everything in this package and below. */
@SpringBootApplication(
        excludeName = "org.springframework.boot.security.autoconfigure.UserDetailsServiceAutoConfiguration")
public class App {

    @Bean
    Folder folder(@Value("${gloaming.data}") String data) {
        return new Folder(Path.of(data).toAbsolutePath());
    }
}

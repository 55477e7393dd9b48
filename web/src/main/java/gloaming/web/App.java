package gloaming.web;

import gloaming.media.Apart;
import gloaming.media.Decoder;
import gloaming.web.store.Folder;
import java.nio.file.Path;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.context.annotation.Bean;

/** The application: everything in this package and below. */
@SpringBootApplication(
        excludeName = "org.springframework.boot.security.autoconfigure.UserDetailsServiceAutoConfiguration")
public class App {

    /** For the build, which writes down from here what the application consists of; whoever starts it is {@code command.Server}. */
    public static void main(String[] args) {
        SpringApplication.run(App.class, args);
    }

    /** Whatever is brought in is read in processes of its own. */
    @Bean(destroyMethod = "close")
    Decoder decoder() {
        return new Apart();
    }

    @Bean
    Folder folder(@Value("${gloaming.data}") String data) {
        return new Folder(Path.of(data).toAbsolutePath());
    }
}

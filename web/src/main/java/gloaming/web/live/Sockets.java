package gloaming.web.live;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.socket.config.annotation.EnableWebSocket;
import org.springframework.web.socket.config.annotation.WebSocketConfigurer;
import org.springframework.web.socket.config.annotation.WebSocketHandlerRegistry;
import org.springframework.web.socket.server.standard.ServletServerContainerFactoryBean;

/** Where the socket is, and how large a message it takes. Without allowed origins Spring takes none but the page's own. */
@Configuration
@EnableWebSocket
class Sockets implements WebSocketConfigurer {
    private static final int LARGEST_MESSAGE = 1 << 20;
    private final LiveSocket live;

    Sockets(LiveSocket live) {
        this.live = live;
    }

    @Override
    public void registerWebSocketHandlers(WebSocketHandlerRegistry registry) {
        registry.addHandler(live, "/live");
    }

    @Bean
    ServletServerContainerFactoryBean container() {
        ServletServerContainerFactoryBean container = new ServletServerContainerFactoryBean();
        container.setMaxTextMessageBufferSize(LARGEST_MESSAGE);
        container.setMaxBinaryMessageBufferSize(1024);
        container.setAsyncSendTimeout(5_000L);
        return container;
    }
}

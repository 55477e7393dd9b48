package gloaming.web.live;

import gloaming.web.access.AccessFilter;
import java.util.Map;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.server.ServerHttpRequest;
import org.springframework.http.server.ServerHttpResponse;
import org.springframework.http.server.ServletServerHttpRequest;
import org.springframework.web.socket.WebSocketHandler;
import org.springframework.web.socket.config.annotation.EnableWebSocket;
import org.springframework.web.socket.config.annotation.WebSocketConfigurer;
import org.springframework.web.socket.config.annotation.WebSocketHandlerRegistry;
import org.springframework.web.socket.server.HandshakeInterceptor;
import org.springframework.web.socket.server.standard.ServletServerContainerFactoryBean;

/** Where the sockets are, and how large a message they take. Without allowed origins Spring takes none but the page's own. */
@Configuration
@EnableWebSocket
class Sockets implements WebSocketConfigurer {
    private static final int LARGEST_MESSAGE = 1 << 20;
    /** What a page has not taken after so long cuts it off. */
    static final long SLOWEST_MS = 5_000;

    private final LiveSocket live;
    private final CameraSocket camera;
    private final MicrophoneSocket microphone;
    private final TouchSocket touch;

    Sockets(LiveSocket live, CameraSocket camera, MicrophoneSocket microphone, TouchSocket touch) {
        this.live = live;
        this.camera = camera;
        this.microphone = microphone;
        this.touch = touch;
    }

    @Override
    public void registerWebSocketHandlers(WebSocketHandlerRegistry registry) {
        registry.addHandler(live, "/live")
                .addHandler(camera, "/camera")
                .addHandler(microphone, "/microphone")
                .addHandler(touch, "/touch")
                .addInterceptors(new Introduction());
    }

    /** Tells a socket which guest it belongs to. */
    private static final class Introduction implements HandshakeInterceptor {
        @Override
        public boolean beforeHandshake(
                ServerHttpRequest request,
                ServerHttpResponse response,
                WebSocketHandler handler,
                Map<String, Object> attributes) {
            if (request instanceof ServletServerHttpRequest servlet) {
                Object guest = servlet.getServletRequest().getAttribute(AccessFilter.GUEST);
                if (guest != null) attributes.put(AccessFilter.GUEST, guest);
            }
            return true;
        }

        @Override
        public void afterHandshake(
                ServerHttpRequest request, ServerHttpResponse response, WebSocketHandler handler, Exception e) {}
    }

    @Bean
    ServletServerContainerFactoryBean container() {
        ServletServerContainerFactoryBean container = new ServletServerContainerFactoryBean();
        container.setMaxTextMessageBufferSize(LARGEST_MESSAGE);
        container.setMaxBinaryMessageBufferSize(LARGEST_MESSAGE);
        container.setAsyncSendTimeout(SLOWEST_MS);
        return container;
    }
}

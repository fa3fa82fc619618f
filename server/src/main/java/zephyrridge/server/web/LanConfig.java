package zephyrridge.server.web;

import java.net.InetAddress;
import java.net.UnknownHostException;
import org.apache.catalina.connector.Connector;
import org.apache.coyote.http11.Http11NioProtocol;
import org.apache.tomcat.util.net.SSLHostConfig;
import org.apache.tomcat.util.net.SSLHostConfigCertificate;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.util.unit.DataSize;

/**
 * A second door, for the bench's network, where the start command was told to open it: TLS only, with a certificate of this installation's
 * own. What is on loopback stays as it is.
 */
@Configuration
@ConditionalOnProperty("zephyr.lan.address")
class LanConfig {
    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> lan(
            @Value("${zephyr.lan.address}") String address,
            @Value("${zephyr.lan.port}") int port,
            @Value("${zephyr.lan.store}") String store,
            @Value("${zephyr.lan.store-password}") String password,
            @Value("${server.tomcat.max-swallow-size}") DataSize swallowed,
            @Value("${server.tomcat.max-http-form-post-size}") DataSize form) {
        return factory -> factory.addAdditionalConnectors(connector(address, port, store, password, swallowed, form));
    }

    private static Connector connector(
            String address, int port, String store, String password, DataSize swallowed, DataSize form) {
        Connector connector = new Connector(Http11NioProtocol.class.getName());
        connector.setScheme("https");
        connector.setSecure(true);
        connector.setPort(port);
        connector.setMaxPostSize((int) form.toBytes());
        Http11NioProtocol http = (Http11NioProtocol) connector.getProtocolHandler();
        try {
            http.setAddress(InetAddress.getByName(address));
        } catch (UnknownHostException e) {
            throw new IllegalArgumentException(e);
        }
        http.setSSLEnabled(true);
        http.setMaxSwallowSize((int) swallowed.toBytes());
        http.setCompression("on");
        SSLHostConfig tls = new SSLHostConfig();
        tls.setProtocols("TLSv1.2+TLSv1.3");
        SSLHostConfigCertificate certificate = new SSLHostConfigCertificate(tls, SSLHostConfigCertificate.Type.EC);
        certificate.setCertificateKeystoreFile(store);
        certificate.setCertificateKeystorePassword(password);
        certificate.setCertificateKeystoreType("PKCS12");
        tls.addCertificate(certificate);
        connector.addSslHostConfig(tls);
        return connector;
    }
}

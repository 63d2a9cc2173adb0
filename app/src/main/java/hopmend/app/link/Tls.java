package hopmend.app.link;

import java.io.IOException;
import java.io.InputStream;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLParameters;
import javax.net.ssl.SSLSocket;
import javax.net.ssl.TrustManagerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * Encrypted connections to gateways (ISO 13400-2:2019, TLS 1.2 or 1.3). Whom to trust is the shop's
 * own list of certificates, and nothing else: no public authority vouches for vehicles.
 */
@Component
class Tls {
  private final String trusted;
  private final char[] password;

  Tls(
      @Value("${hopmend.link.trust-store}") String trusted,
      @Value("${hopmend.link.trust-store-password}") String password) {
    this.trusted = trusted;
    this.password = password.toCharArray();
  }

  /**
   * Puts TLS over a connection and shakes hands.
   *
   * @throws LinkProblem if the shop has no list of certificates, or it cannot be used
   * @throws IOException if the gateway's certificate is not trusted, or the handshake breaks
   */
  Socket over(Socket plain, InetSocketAddress address) throws IOException {
    SSLSocket socket =
        (SSLSocket)
            context()
                .getSocketFactory()
                .createSocket(plain, address.getHostString(), address.getPort(), true);
    SSLParameters parameters = socket.getSSLParameters();
    parameters.setProtocols(new String[] {"TLSv1.3", "TLSv1.2"});
    socket.setSSLParameters(parameters);
    socket.startHandshake();
    return socket;
  }

  private SSLContext context() throws IOException {
    if (trusted.isBlank()) {
      throw new LinkProblem(
          "This link is encrypted, and the shop has no list of certificates yet: name it as hopmend.link.trust-store (PKCS #12).");
    }
    try (InputStream in = Files.newInputStream(Path.of(trusted))) {
      KeyStore store = KeyStore.getInstance("PKCS12");
      store.load(in, password);
      TrustManagerFactory trust =
          TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
      trust.init(store);
      SSLContext context = SSLContext.getInstance("TLS");
      context.init(null, trust.getTrustManagers(), null);
      return context;
    } catch (IOException | GeneralSecurityException e) {
      throw new LinkProblem(
          "The shop's list of certificates (hopmend.link.trust-store) cannot be read.");
    }
  }
}

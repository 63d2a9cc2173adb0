package hopmend.app.account;

import java.util.Map;
import java.util.concurrent.Semaphore;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.DelegatingPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;

/**
 * Passwords are kept as Argon2id hashes (RFC 9106), which know no limit of 72 bytes. A hash takes
 * 19 MiB while it is computed, so only a few are computed at once. Hashes from before are read, and
 * renewed at the next sign-in.
 */
@Configuration(proxyBeanMethods = false)
class PasswordHashing {
  private static final int AT_ONCE = 3;

  @Bean
  PasswordEncoder passwordEncoder() {
    // Memory in KiB, iterations and parallelism: OWASP Password Storage Cheat Sheet (from memory).
    PasswordEncoder argon2 = new Argon2PasswordEncoder(16, 32, 1, 19 * 1024, 2);
    return new FewAtOnce(
        new DelegatingPasswordEncoder(
            "argon2id", Map.of("argon2id", argon2, "bcrypt", new BCryptPasswordEncoder())));
  }

  private record FewAtOnce(PasswordEncoder encoder, Semaphore places) implements PasswordEncoder {
    FewAtOnce(PasswordEncoder encoder) {
      this(encoder, new Semaphore(AT_ONCE, true));
    }

    @Override
    public String encode(CharSequence password) {
      places.acquireUninterruptibly();
      try {
        return encoder.encode(normalised(password));
      } finally {
        places.release();
      }
    }

    @Override
    public boolean matches(CharSequence password, String hash) {
      if (password == null || password.length() > PasswordRules.LONGEST * 2) {
        return false;
      }
      places.acquireUninterruptibly();
      try {
        return encoder.matches(normalised(password), hash);
      } finally {
        places.release();
      }
    }

    @Override
    public boolean upgradeEncoding(String hash) {
      return encoder.upgradeEncoding(hash);
    }

    private static String normalised(CharSequence password) {
      return PasswordRules.normalised(password.toString());
    }
  }
}

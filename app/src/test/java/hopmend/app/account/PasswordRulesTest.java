package hopmend.app.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hopmend.app.web.InputProblem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;

class PasswordRulesTest {
  private final PasswordRules rules = new PasswordRules();

  private String require(String password) {
    return rules.require("password", password, "oskar", "Oskar of the Lock");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "stone river lantern",
        "four quiet barges",
        "nur Kleinbuchstaben ohne Ziffer",
        "ключ от парома ночью",
        "blue-heron-at-dusk-7"
      })
  void aFewWordsWillDoWithoutAnyDigitOrSign(String password) {
    assertThat(require(password)).isEqualTo(password);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "123456789012",
        "qwertyuiop123",
        "passwordpassword",
        "P4ssw0rdP4ssw0rd!",
        "letmein12345",
        "iloveyou2024!",
        "correcthorsebatterystaple",
        "Correct Horse Battery Staple",
        "aaaaaaaaaaaaaaaa",
        "abababababab",
        "hopmendhopmend",
        "oskar-oskar-oskar",
        "winterwinter24"
      })
  void whatIsTriedFirstIsRefused(String password) {
    assertThatThrownBy(() -> require(password))
        .isInstanceOf(InputProblem.class)
        .hasMessageContaining("tried first");
  }

  @Test
  void charactersAreCountedNotBytesOrHalves() {
    String elevenShips = "🚢🛶⚓🏮🌊🪵🔧🔩🧭🦢🌒";
    assertThatThrownBy(() -> require(elevenShips)).hasMessageContaining("this one has 11");
    assertThat(require(elevenShips + "🐟")).isNotEmpty();
    assertThatThrownBy(() -> require("x".repeat(201))).hasMessageContaining("12 to 200");
    assertThat(require("e\u0301tang brume saule 9"))
        .as("composed and decomposed letters are the same")
        .isEqualTo(require("\u00e9tang brume saule 9"));
  }

  @Test
  void noByteIsLeftOutOfTheHashAndOldHashesAreReadAndRenewed() {
    PasswordEncoder encoder = new PasswordHashing().passwordEncoder();
    String longOne = "ключ от парома лежит под третьим камнем у старой пристани";
    String hash = encoder.encode(longOne);
    assertThat(hash).startsWith("{argon2id}$argon2id$v=19$m=19456,t=2,p=1$");
    assertThat(encoder.matches(longOne, hash)).isTrue();
    assertThat(encoder.matches(longOne.replace("пристани", "пристанu"), hash)).isFalse();
    assertThat(encoder.upgradeEncoding(hash)).isFalse();
    String old = "{bcrypt}" + new BCryptPasswordEncoder(4).encode("ferry of old");
    assertThat(encoder.matches("ferry of old", old)).isTrue();
    assertThat(encoder.upgradeEncoding(old)).isTrue();
  }
}

package hopmend.wire;

import hopmend.message.Message;
import java.util.Locale;
import java.util.Optional;

/**
 * Why a controller refuses a service: the negative response codes of ISO 14229-1 (annex A, from
 * memory). Those that are not here are reserved, or the maker's own.
 */
public enum Refusal implements Coded {
  GENERAL_REJECT(0x10),
  SERVICE_NOT_SUPPORTED(0x11),
  SUB_FUNCTION_NOT_SUPPORTED(0x12),
  INCORRECT_LENGTH_OR_FORMAT(0x13),
  RESPONSE_TOO_LONG(0x14),
  BUSY_REPEAT_REQUEST(0x21),
  CONDITIONS_NOT_CORRECT(0x22),
  REQUEST_SEQUENCE_ERROR(0x24),
  NO_RESPONSE_FROM_SUBNET(0x25),
  FAILURE_PREVENTS_EXECUTION(0x26),
  REQUEST_OUT_OF_RANGE(0x31),
  SECURITY_ACCESS_DENIED(0x33),
  AUTHENTICATION_REQUIRED(0x34),
  INVALID_KEY(0x35),
  TOO_MANY_ATTEMPTS(0x36),
  TIME_DELAY_NOT_EXPIRED(0x37),
  SECURE_TRANSMISSION_REQUIRED(0x38),
  SECURE_TRANSMISSION_NOT_ALLOWED(0x39),
  SECURE_VERIFICATION_FAILED(0x3A),
  CERTIFICATE_TIME_INVALID(0x50),
  CERTIFICATE_SIGNATURE_INVALID(0x51),
  CERTIFICATE_CHAIN_INVALID(0x52),
  CERTIFICATE_TYPE_INVALID(0x53),
  CERTIFICATE_FORMAT_INVALID(0x54),
  CERTIFICATE_CONTENT_INVALID(0x55),
  CERTIFICATE_SCOPE_INVALID(0x56),
  CERTIFICATE_REVOKED(0x57),
  OWNERSHIP_NOT_PROVEN(0x58),
  CHALLENGE_FAILED(0x59),
  ACCESS_RIGHTS_FAILED(0x5A),
  SESSION_KEY_FAILED(0x5B),
  CONFIGURATION_FAILED(0x5C),
  DE_AUTHENTICATION_FAILED(0x5D),
  TRANSFER_NOT_ACCEPTED(0x70),
  TRANSFER_SUSPENDED(0x71),
  PROGRAMMING_FAILURE(0x72),
  WRONG_BLOCK_COUNTER(0x73),
  RESPONSE_PENDING(0x78),
  SUB_FUNCTION_NOT_IN_SESSION(0x7E),
  SERVICE_NOT_IN_SESSION(0x7F),
  ENGINE_SPEED_TOO_HIGH(0x81),
  ENGINE_SPEED_TOO_LOW(0x82),
  ENGINE_IS_RUNNING(0x83),
  ENGINE_IS_NOT_RUNNING(0x84),
  RUN_TIME_TOO_LOW(0x85),
  TEMPERATURE_TOO_HIGH(0x86),
  TEMPERATURE_TOO_LOW(0x87),
  SPEED_TOO_HIGH(0x88),
  SPEED_TOO_LOW(0x89),
  PEDAL_TOO_HIGH(0x8A),
  PEDAL_TOO_LOW(0x8B),
  NOT_IN_NEUTRAL(0x8C),
  NOT_IN_GEAR(0x8D),
  BRAKE_NOT_PRESSED(0x8F),
  NOT_IN_PARK(0x90),
  CONVERTER_CLUTCH_LOCKED(0x91),
  VOLTAGE_TOO_HIGH(0x92),
  VOLTAGE_TOO_LOW(0x93),
  RESOURCE_NOT_AVAILABLE(0x94);

  private static final int MAKERS_FIRST = 0xF0;
  private static final int MAKERS_LAST = 0xFE;

  private final int code;

  Refusal(int code) {
    this.code = code;
  }

  @Override
  public int code() {
    return code;
  }

  /** Whether a key or a certificate opens the way. */
  public boolean isALock() {
    return this == SECURITY_ACCESS_DENIED || this == AUTHENTICATION_REQUIRED;
  }

  public static Optional<Refusal> of(int code) {
    return Coded.of(Refusal.class, code);
  }

  /** What a code says; one of the maker's own and a reserved one by their number. */
  public static Message words(int code) {
    return code >= MAKERS_FIRST && code <= MAKERS_LAST
        ? Message.of("wire.of-the-maker", String.format(Locale.ROOT, "0x%02X", code))
        : Coded.words(Refusal.class, code);
  }
}

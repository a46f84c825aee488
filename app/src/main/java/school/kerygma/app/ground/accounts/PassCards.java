package school.kerygma.app.ground.accounts;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.time.Instant;
import java.util.Arrays;
import java.util.Base64;
import java.util.Optional;
import java.util.UUID;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * Makes and checks the keys on pass cards. A key names a person and proves, by 128 bits of
 * HMAC-SHA256 under the installation's secret, that it was made here for that person's present
 * card. Nothing that signs anybody in is stored, yet a sheet can be printed again at any time.
 */
@Component
class PassCards {

  private static final int PROOF_BYTES = 16;

  /** Cards are counted up from 1 and feeds from -2 down: neither reaches this bit. */
  private static final int INVITATION = 0x4000_0000;

  // As cards these numbers are never reached either.
  private static final int QUESTION = 0x2000_0000;
  private static final int BROWSER = 0x1000_0000;

  private final SecretKeySpec secret;

  PassCards(@Value("${kerygma.home}") Path home) throws IOException {
    this.secret = new SecretKeySpec(secret(home.resolve("secret.key")), "HmacSHA256");
  }

  private static byte[] secret(Path file) throws IOException {
    if (!Files.exists(file)) {
      byte[] made = new byte[32];
      new SecureRandom().nextBytes(made);
      Files.createDirectories(file.toAbsolutePath().getParent());
      Files.createFile(
          file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
      Files.write(file, made);
    }
    return Files.readAllBytes(file);
  }

  String key(UUID person, int card) {
    byte[] id = bytes(person);
    byte[] key = Arrays.copyOf(id, id.length + PROOF_BYTES);
    System.arraycopy(proof(id, card), 0, key, id.length, PROOF_BYTES);
    return Base64.getUrlEncoder().withoutPadding().encodeToString(key);
  }

  /** Whose card the key claims to be; {@link #isGood} says whether it is. */
  Optional<UUID> personOf(String key) {
    try {
      byte[] bytes = Base64.getUrlDecoder().decode(key);
      if (bytes.length != 16 + PROOF_BYTES) {
        return Optional.empty();
      }
      ByteBuffer id = ByteBuffer.wrap(bytes, 0, 16);
      return Optional.of(new UUID(id.getLong(), id.getLong()));
    } catch (IllegalArgumentException notBase64) {
      return Optional.empty();
    }
  }

  /** The key of a person's calendar feed; it signs nobody in, and a new card makes it worthless. */
  String feedKey(UUID person, int card) {
    return key(person, ~card);
  }

  boolean isGoodFeed(String key, UUID person, int card) {
    return isGood(key, person, ~card);
  }

  /** The key with which an invited teacher makes an account, once. */
  String invitation(UUID person, int card) {
    return key(person, card ^ INVITATION);
  }

  boolean isGoodInvitation(String key, UUID person, int card) {
    return isGood(key, person, card ^ INVITATION);
  }

  /** The key of a question that is answered by a link in a letter. */
  String question(UUID about) {
    return key(about, QUESTION);
  }

  boolean isGoodQuestion(String key, UUID about) {
    return isGood(key, about, QUESTION);
  }

  /**
   * The key with which a password is set anew: worth nothing once the password has been changed.
   *
   * @param until the second after which it is worth nothing
   */
  String reset(UUID person, long until, String passwordHash) {
    byte[] id = bytes(person);
    ByteBuffer all = ByteBuffer.allocate(id.length + Long.BYTES + PROOF_BYTES);
    all.put(id).putLong(until).put(resetProof(id, until, passwordHash), 0, PROOF_BYTES);
    return Base64.getUrlEncoder().withoutPadding().encodeToString(all.array());
  }

  Optional<UUID> personOfReset(String key) {
    return resetBytes(key).map(b -> new UUID(b.getLong(0), b.getLong(Long.BYTES)));
  }

  boolean isGoodReset(String key, UUID person, String passwordHash, Instant now) {
    return resetBytes(key)
        .map(b -> b.getLong(16))
        .filter(until -> now.getEpochSecond() <= until)
        .filter(
            until ->
                MessageDigest.isEqual(
                    key.getBytes(StandardCharsets.US_ASCII),
                    reset(person, until, passwordHash).getBytes(StandardCharsets.US_ASCII)))
        .isPresent();
  }

  private static Optional<ByteBuffer> resetBytes(String key) {
    try {
      return Optional.of(ByteBuffer.wrap(Base64.getUrlDecoder().decode(key)))
          .filter(b -> b.capacity() == 16 + Long.BYTES + PROOF_BYTES);
    } catch (IllegalArgumentException notBase64) {
      return Optional.empty();
    }
  }

  private byte[] resetProof(byte[] id, long until, String passwordHash) {
    return mac(
        id,
        ByteBuffer.allocate(Long.BYTES).putLong(until).array(),
        passwordHash.getBytes(StandardCharsets.UTF_8));
  }

  /** Proves that a browser has signed somebody in before. */
  String browser(UUID person) {
    return key(person, BROWSER);
  }

  boolean isGoodBrowser(String key, UUID person) {
    return isGood(key, person, BROWSER);
  }

  boolean isGood(String key, UUID person, int card) {
    return MessageDigest.isEqual(key.getBytes(), key(person, card).getBytes());
  }

  private byte[] proof(byte[] id, int card) {
    return mac(id, ByteBuffer.allocate(Integer.BYTES).putInt(card).array());
  }

  private byte[] mac(byte[]... parts) {
    try {
      Mac mac = Mac.getInstance("HmacSHA256");
      mac.init(secret);
      for (byte[] part : parts) {
        mac.update(part);
      }
      return mac.doFinal();
    } catch (GeneralSecurityException e) {
      throw new IllegalStateException(e);
    }
  }

  private static byte[] bytes(UUID id) {
    return ByteBuffer.allocate(16)
        .putLong(id.getMostSignificantBits())
        .putLong(id.getLeastSignificantBits())
        .array();
  }
}

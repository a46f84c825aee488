package school.kerygma.media.office;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Enumeration;
import java.util.Locale;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import school.kerygma.media.paper.PaperRefused;
import school.kerygma.media.paper.PaperRefused.Reason;

/** Papers that are turned into PDF before they are read. */
public enum OfficeKind {
  DOCX("docx", "application/vnd.openxmlformats-officedocument.wordprocessingml.document"),
  PPTX("pptx", "application/vnd.openxmlformats-officedocument.presentationml.presentation"),
  ODT("odt", "application/vnd.oasis.opendocument.text"),
  ODP("odp", "application/vnd.oasis.opendocument.presentation"),
  MARKDOWN("md", "text/markdown");

  private static final int MAX_ENTRIES = 5_000;
  private static final long MAX_UNFOLDED = 300L * 1024 * 1024;

  /** The text of two hundred pages has about two million letters, and ten times as much markup. */
  private static final long MAX_XML = 48L << 20;

  private static final int HEAD_BYTES = 4_096;
  private static final long MAX_MARKDOWN = 2L * 1024 * 1024;

  private final String extension;
  private final String mediaType;

  OfficeKind(String extension, String mediaType) {
    this.extension = extension;
    this.mediaType = mediaType;
  }

  public String extension() {
    return extension;
  }

  public String mediaType() {
    return mediaType;
  }

  /** The kind with a media type. */
  public static Optional<OfficeKind> ofType(String mediaType) {
    for (OfficeKind kind : values()) {
      if (kind.mediaType.equals(mediaType)) {
        return Optional.of(kind);
      }
    }
    return Optional.empty();
  }

  /**
   * What a file is, by what is in it; Markdown has nothing to know it by but its name.
   *
   * @return nothing if it is no such paper
   * @throws PaperRefused if it is one, but locked, damaged or swelling beyond what a paper holds
   */
  public static Optional<OfficeKind> of(Path file, String name) {
    try {
      byte[] head = new byte[4];
      try (InputStream in = Files.newInputStream(file)) {
        in.readNBytes(head, 0, 4);
      }
      if (ByteBuffer.wrap(head).getInt() == 0x504B0304) {
        return zipped(file);
      }
      String lower = name.toLowerCase(Locale.ROOT);
      boolean markdown = lower.endsWith(".md") || lower.endsWith(".markdown");
      return markdown && isText(file) ? Optional.of(MARKDOWN) : Optional.empty();
    } catch (IOException e) {
      throw new PaperRefused(Reason.DAMAGED);
    }
  }

  private static boolean isText(Path file) throws IOException {
    if (Files.size(file) > MAX_MARKDOWN) {
      throw new PaperRefused(Reason.TOO_LARGE);
    }
    try {
      String text =
          StandardCharsets.UTF_8
              .newDecoder()
              .decode(ByteBuffer.wrap(Files.readAllBytes(file)))
              .toString();
      return !text.isBlank() && text.indexOf('\0') < 0;
    } catch (CharacterCodingException e) {
      return false;
    }
  }

  private static Optional<OfficeKind> zipped(Path file) throws IOException {
    try (ZipFile zip = new ZipFile(file.toFile())) {
      Optional<OfficeKind> kind = kind(zip);
      if (kind.isPresent()) {
        check(zip);
      }
      return kind;
    } catch (ZipException e) {
      throw new PaperRefused(Reason.DAMAGED);
    }
  }

  private static Optional<OfficeKind> kind(ZipFile zip) throws IOException {
    if (zip.getEntry("word/document.xml") != null) {
      return Optional.of(DOCX);
    }
    if (zip.getEntry("ppt/presentation.xml") != null) {
      return Optional.of(PPTX);
    }
    ZipEntry type = zip.getEntry("mimetype");
    if (type == null) {
      return Optional.empty();
    }
    try (InputStream in = zip.getInputStream(type)) {
      String text = new String(in.readNBytes(200), StandardCharsets.US_ASCII).strip();
      return ofType(text).filter(k -> k == ODT || k == ODP);
    }
  }

  /**
   * Whether a part declares types of its own, and with them entities that may unfold without end:
   * ECMA-376, part 2, 8.1.4 forbids it in DOCX and PPTX, and no writer of ODF does so.
   */
  private static boolean declaresTypes(byte[] head) {
    String ascii = new String(head, StandardCharsets.ISO_8859_1).replace("\0", "");
    return ascii.contains("<!DOCTYPE") || ascii.contains("<!ENTITY");
  }

  /** Counts what is really in it: what the zip's table says is not to be believed. */
  private static void check(ZipFile zip) throws IOException {
    if (zip.size() > MAX_ENTRIES) {
      throw new PaperRefused(Reason.SWELLS);
    }
    long all = 0;
    byte[] buffer = new byte[64 * 1024];
    for (Enumeration<? extends ZipEntry> entries = zip.entries(); entries.hasMoreElements(); ) {
      ZipEntry entry = entries.nextElement();
      boolean xml = entry.getName().endsWith(".xml") || entry.getName().endsWith(".rels");
      long own = 0;
      byte[] head = new byte[0];
      try (InputStream in = zip.getInputStream(entry)) {
        for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
          all += n;
          own += n;
          if (head.length == 0) {
            head = Arrays.copyOf(buffer, Math.min(n, HEAD_BYTES));
          }
          if (all > MAX_UNFOLDED || xml && own > MAX_XML) {
            throw new PaperRefused(Reason.SWELLS);
          }
        }
      }
      if (xml && declaresTypes(head)) {
        throw new PaperRefused(Reason.DAMAGED);
      }
      if (entry.getName().equals("META-INF/manifest.xml")) {
        try (InputStream in = zip.getInputStream(entry)) {
          String manifest = new String(in.readNBytes(1 << 20), StandardCharsets.UTF_8);
          if (manifest.contains("encryption-data")) {
            throw new PaperRefused(Reason.ENCRYPTED);
          }
        }
      }
    }
  }
}

package school.kerygma.media.sound;

import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import org.gagravarr.ogg.OggFile;
import org.gagravarr.ogg.OggPacket;
import org.gagravarr.ogg.OggPacketReader;
import org.gagravarr.ogg.OggPacketWriter;
import school.kerygma.core.time.Span;
import school.kerygma.core.walkthrough.StopCells;
import school.kerygma.media.process.Ffmpeg;
import school.kerygma.media.process.Program;

/**
 * The sound of one stop, encoded so that stops can be put one after the other by copying their
 * packets: each fills a whole number of {@link StopCells cells}, and ends in silence. It is encoded
 * after a cell of silence, which is left out again, so that decoders have settled where it begins.
 *
 * <p>Opus in Ogg (RFC 6716, 7845) and AAC in ADTS (ISO/IEC 13818-7, Annex B).
 */
public final class StopSound {

  private static final Duration LIMIT = Duration.ofMinutes(10);

  /** Samples of a second in both kinds. */
  private static final int RATE = 48_000;

  private static final int OPUS_SAMPLES = 960;
  private static final int AAC_SAMPLES = 1_024;
  static final int OPUS_IN_CELL = StopCells.CELL_MS * RATE / 1000 / OPUS_SAMPLES;
  static final int AAC_IN_CELL = StopCells.CELL_MS * RATE / 1000 / AAC_SAMPLES;

  /** Joints are faded over this long on both sides, so that they do not click. */
  private static final double FADE_S = 0.006;

  /**
   * Holds peaks between samples under -2 dB, so that they are under -1 dB when they have been
   * encoded. Speech lies far below what twice the rate can show, so its true peaks are there to
   * within 0.2 dB (BS.1770, Annex 2, has four times for music).
   */
  private static final String LIMITED =
      "aresample=96000,alimiter=limit=0.794:level=0:attack=5:release=80:latency=1,aresample="
          + RATE
          + ",";

  /** Half as much trouble as encoders can take: nobody hears it in speech. */
  private static final List<String> OPUS =
      List.of("-c:a", "libopus", "-b:a", "32k", "-application", "voip", "-compression_level", "5");

  private static final List<String> AAC =
      List.of("-c:a", "aac", "-b:a", "64k", "-aac_coder", "fast");

  /**
   * A stretch of a sound file.
   *
   * @param file any format that ffmpeg reads
   * @param span on the clock of the file's samples, whatever its time stamps say; what lies after
   *     its end is silent
   * @param gainDb by how many decibels it is raised
   */
  public record Part(Path file, Span span, double gainDb) {

    /** As loud as it is. */
    public Part(Path file, Span span) {
      this(file, span, 0);
    }
  }

  /** A stop in both kinds. */
  public record Encoded(Path opus, Path aac) {}

  private StopSound() {}

  /**
   * Encodes a stop.
   *
   * @param parts at least one
   * @param to where it goes
   */
  public static void encode(List<Part> parts, Encoded to) {
    long content = parts.stream().mapToLong(p -> p.span().lengthMs()).sum();
    long cells = StopCells.of(content);
    Path opus = to.opus().resolveSibling("whole.opus");
    Path aac = to.aac().resolveSibling("whole.aac");
    Duration limit = LIMIT.plusMillis(content / 5); // Hours of it on a busy machine.
    // Each of the two takes one processor; together they would take one for both.
    Stream.of(
            command(parts, cells, OPUS, List.of("-f", "ogg", Ffmpeg.file(opus))),
            command(parts, cells, AAC, List.of("-f", "adts", Ffmpeg.file(aac))))
        .parallel()
        .forEach(command -> Program.run(command, limit, 1024));
    try {
      cutOpus(opus, to.opus(), cells * OPUS_IN_CELL);
      cutAac(aac, to.aac(), cells * AAC_IN_CELL);
      Files.delete(opus);
      Files.delete(aac);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static List<String> command(
      List<Part> parts, long cells, List<String> kind, List<String> to) {
    List<String> command = new ArrayList<>(Ffmpeg.command());
    parts.forEach(p -> command.addAll(List.of("-i", Ffmpeg.file(p.file()))));
    command.addAll(List.of("-filter_complex", filter(parts, cells), "-map", "[o]"));
    command.addAll(kind);
    command.addAll(to);
    return command;
  }

  private static String filter(List<Part> parts, long cells) {
    StringBuilder filter = new StringBuilder();
    filter.append(String.format(Locale.ROOT, "aevalsrc=0:s=%d:d=%.3f[lead];", RATE, seconds(1)));
    StringBuilder joints = new StringBuilder("[lead]");
    for (int i = 0; i < parts.size(); i++) {
      Span span = parts.get(i).span();
      double length = span.lengthMs() / 1000.0;
      filter.append(
          String.format(
              Locale.ROOT,
              "[%d:a]aresample=%d,asetpts=N/SR/TB,pan=mono|c0=c0,apad,atrim=start=%.3f:end=%.3f,asetpts=PTS-STARTPTS,"
                  + "afade=t=in:d=%.3f,afade=t=out:st=%.3f:d=%.3f,volume=%.1fdB[p%d];",
              i,
              RATE,
              span.startMs() / 1000.0,
              span.endMs() / 1000.0,
              FADE_S,
              Math.max(0, length - FADE_S),
              FADE_S,
              parts.get(i).gainDb(),
              i));
      joints.append("[p").append(i).append(']');
    }
    // Two cells more than are kept: encoders give out their last packets late.
    return filter
        .append(joints)
        .append(
            String.format(
                Locale.ROOT,
                "concat=n=%d:v=0:a=1,%sapad=whole_dur=%.3f[o]",
                parts.size() + 1,
                parts.stream().anyMatch(p -> p.gainDb() != 0) ? LIMITED : "",
                seconds(cells + 3)))
        .toString();
  }

  private static double seconds(long cells) {
    return cells * StopCells.CELL_MS / 1000.0;
  }

  static void cutOpus(Path whole, Path cut, long packets) throws IOException {
    try (OggFile in = new OggFile(open(whole));
        OpusWriter out = new OpusWriter(cut)) {
      OggPacketReader reader = in.getPacketReader();
      out.head(packet(reader), packet(reader));
      for (long i = 0; i < OPUS_IN_CELL; i++) {
        packet(reader);
      }
      for (long i = 0; i < packets; i++) {
        out.sound(packet(reader));
      }
    }
  }

  private static OggPacket packet(OggPacketReader reader) throws IOException {
    return Optional.ofNullable(reader.getNextPacket())
        .orElseThrow(() -> new EOFException("The encoder gave fewer packets than were asked for"));
  }

  private static InputStream open(Path file) throws IOException {
    return new BufferedInputStream(Files.newInputStream(file));
  }

  /** Writes Opus packets of {@link #OPUS_SAMPLES} each. */
  private static final class OpusWriter implements AutoCloseable {

    private static final int PACKETS_IN_PAGE = 50;

    private final OggFile file;
    private final OggPacketWriter writer;
    private long samples;
    private boolean begun;

    OpusWriter(Path to) throws IOException {
      this.file = new OggFile(new BufferedOutputStream(Files.newOutputStream(to)));
      this.writer = file.getPacketWriter();
    }

    /** RFC 7845, 5: both heads stand on pages of their own. */
    void head(OggPacket head, OggPacket tags) throws IOException {
      if (!begun) {
        writer.bufferPacket(new OggPacket(head.getData()), true);
        writer.bufferPacket(new OggPacket(tags.getData()), true);
        begun = true;
      }
    }

    /**
     * A page is closed only when more is to come: an end after a closed page would be a page of its
     * own with an empty packet, which readers take for the end of everything.
     */
    void sound(OggPacket packet) throws IOException {
      if (samples > 0 && samples / OPUS_SAMPLES % PACKETS_IN_PAGE == 0) {
        writer.flush();
      }
      samples += OPUS_SAMPLES;
      writer.bufferPacket(new OggPacket(packet.getData()), samples);
    }

    @Override
    public void close() throws IOException {
      writer.close();
      file.close();
    }
  }

  /**
   * A packet of AAC holds the second half of what the one before it began. With the one before its
   * first, a stop has the beginning of its first; the end of its last, which is silent, it lacks.
   */
  static void cutAac(Path whole, Path cut, long packets) throws IOException {
    try (DataInputStream in = new DataInputStream(open(whole));
        OutputStream out = new BufferedOutputStream(Files.newOutputStream(cut))) {
      for (long i = 0; i < AAC_IN_CELL; i++) {
        adts(in);
      }
      for (long i = 0; i < packets; i++) {
        out.write(adts(in));
      }
    }
  }

  /** A frame with its head of seven bytes, in which stands how long it is. */
  private static byte[] adts(DataInputStream in) throws IOException {
    byte[] head = in.readNBytes(7);
    if (head.length < 7 || (head[0] & 0xFF) != 0xFF || (head[1] & 0xF0) != 0xF0) {
      throw new EOFException("The encoder gave fewer packets than were asked for");
    }
    int length = (head[3] & 3) << 11 | (head[4] & 0xFF) << 3 | (head[5] & 0xFF) >> 5;
    byte[] frame = java.util.Arrays.copyOf(head, length);
    in.readFully(frame, 7, length - 7);
    return frame;
  }

  /**
   * Puts stops one after the other, without encoding anything.
   *
   * @param stops at least one
   * @param durationMs how long they play together
   * @param webm where the Opus file goes
   * @param mp4 where the AAC file goes; it can be played while it arrives
   * @throws IllegalStateException if one of both does not last as long as the stops do
   */
  public static void join(List<Encoded> stops, long durationMs, Path webm, Path mp4) {
    join(stops, webm, mp4);
    for (Path file : List.of(webm, mp4)) {
      if (!lasts(file, durationMs)) {
        throw new IllegalStateException(
            "%s should last %d ms and does not".formatted(file.getFileName(), durationMs));
      }
    }
  }

  /** Whether a file of joined stops holds all of a program: its last packet ends with it. */
  public static boolean lasts(Path joined, long durationMs) {
    String seconds = Ffmpeg.probe(joined, List.of(), "format=duration", 1024);
    return Double.parseDouble(seconds) * 1000 >= durationMs - StopCells.CELL_MS / 2.0;
  }

  private static void join(List<Encoded> stops, Path webm, Path mp4) {
    Path opus = webm.resolveSibling("joined.opus");
    Path aac = mp4.resolveSibling("joined.aac");
    try {
      try (OpusWriter out = new OpusWriter(opus);
          OutputStream adts = new BufferedOutputStream(Files.newOutputStream(aac))) {
        for (Encoded stop : stops) {
          Files.copy(stop.aac(), adts);
          append(stop.opus(), out);
        }
      }
      // The first packet of AAC holds nothing yet: by the edit list players begin after it.
      List<String> playedAtOnce =
          List.of("-avoid_negative_ts", "disabled", "-movflags", "+faststart", "-f", "mp4");
      Stream.of(
              copying(opus, 0, List.of("-f", "webm"), webm),
              copying(aac, -AAC_SAMPLES, playedAtOnce, mp4))
          .parallel()
          .forEach(command -> Program.run(command, LIMIT, 1024));
      Files.delete(opus);
      Files.delete(aac);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static void append(Path stop, OpusWriter out) throws IOException {
    try (OggFile in = new OggFile(open(stop))) {
      OggPacketReader reader = in.getPacketReader();
      out.head(packet(reader), packet(reader));
      for (OggPacket p = reader.getNextPacket(); p != null; p = reader.getNextPacket()) {
        if (p.getData().length > 0) { // Files of old end with an empty one.
          out.sound(p);
        }
      }
    }
  }

  private static List<String> copying(Path from, int offset, List<String> format, Path to) {
    List<String> command = new ArrayList<>(Ffmpeg.command());
    String seconds = String.format(Locale.ROOT, "%.9f", (double) offset / RATE);
    command.addAll(List.of("-itsoffset", seconds, "-i", Ffmpeg.file(from), "-c", "copy"));
    command.addAll(format);
    command.add(Ffmpeg.file(to));
    return command;
  }
}

package school.kerygma.core.walkthrough;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.BiFunction;
import java.util.function.Predicate;
import java.util.function.ToIntFunction;
import org.jspecify.annotations.Nullable;
import school.kerygma.core.handout.Box;
import school.kerygma.core.walkthrough.PlaybackScore.PictureShown;

/** Which moving pictures are seen when, and from which moment of their file on. */
final class PictureTrack implements ScoreTrack {

  /** Pictures that can be seen just now. */
  private static final class Active {
    final TraceEvent.PictureBegins source;
    final UUID file;
    @Nullable Box place;

    /** The moment of the file that is held, or -1. */
    long heldMs = -1;

    /** Since when they play, on the program's clock, or -1. */
    long since = -1;

    long fromMs;

    Active(TraceEvent.PictureBegins source, UUID file) {
      this.source = source;
      this.file = file;
    }

    boolean isSeen() {
      return source.kind().isPage() || place != null;
    }
  }

  private final BiFunction<UUID, String, Optional<UUID>> files;
  private final Predicate<UUID> known;
  private final ToIntFunction<UUID> index;
  private final Map<UUID, Active> active = new LinkedHashMap<>();
  private final List<PictureShown> shown = new ArrayList<>();
  private @Nullable UUID recording;

  /**
   * A track.
   *
   * @param files the file of a recording's track, by its name; nothing if it is lost
   * @param known whether a page is
   * @param index of a page
   */
  PictureTrack(
      BiFunction<UUID, String, Optional<UUID>> files,
      Predicate<UUID> known,
      ToIntFunction<UUID> index) {
    this.files = files;
    this.known = known;
    this.index = index;
  }

  /** In the order of their beginnings. */
  List<PictureShown> pictures() {
    return shown.stream().sorted(Comparator.comparingLong(PictureShown::startMs)).toList();
  }

  @Override
  public void begins(long at, Sight sight) {
    pauses(at);
    active.clear();
  }

  @Override
  public void turnsTo(UUID other) {
    if (!other.equals(recording)) {
      active.clear();
      recording = other;
    }
  }

  @Override
  public void plays(long at, long recordingMs) {
    active.values().forEach(a -> open(a, at, recordingMs));
  }

  @Override
  public void happened(long at, TraceEvent event) {
    change(event);
  }

  @Override
  public void happens(long at, TraceEvent event) {
    UUID id =
        switch (event) {
          case TraceEvent.PictureBegins begins -> begins.id();
          case TraceEvent.PicturePlaced placed -> placed.id();
          case TraceEvent.PictureHeld held -> held.id();
          case TraceEvent.PictureGone gone -> gone.id();
          default -> null;
        };
    if (id == null) {
      return;
    }
    Optional.ofNullable(active.get(id)).ifPresent(a -> close(a, at));
    change(event);
    Optional.ofNullable(active.get(id)).ifPresent(a -> open(a, at, event.atMs()));
  }

  private void change(TraceEvent event) {
    switch (event) {
      case TraceEvent.PictureBegins begins ->
          Optional.ofNullable(recording)
              .flatMap(r -> files.apply(r, begins.track()))
              .filter(f -> !begins.kind().isPage() || known.test(begins.id()))
              .ifPresent(f -> active.put(begins.id(), new Active(begins, f)));
      case TraceEvent.PicturePlaced placed ->
          Optional.ofNullable(active.get(placed.id())).ifPresent(a -> a.place = placed.place());
      case TraceEvent.PictureHeld held ->
          Optional.ofNullable(active.get(held.id()))
              .ifPresent(
                  a -> a.heldMs = held.still() ? Math.max(0, held.atMs() - a.source.zeroMs()) : -1);
      case TraceEvent.PictureGone gone -> active.remove(gone.id());
      default -> {
        // The others show no pictures.
      }
    }
  }

  private static void open(Active a, long at, long recordingMs) {
    if (a.isSeen()) {
      a.since = at;
      a.fromMs = a.heldMs >= 0 ? a.heldMs : Math.max(0, recordingMs - a.source.zeroMs());
    }
  }

  private void close(Active a, long at) {
    if (a.since >= 0 && at > a.since) {
      int page = a.source.kind().isPage() ? index.applyAsInt(a.source.id()) : PictureShown.OVER;
      shown.add(
          new PictureShown(
              a.file,
              a.source.kind().written(),
              page,
              a.place,
              a.since,
              at,
              a.fromMs,
              a.heldMs >= 0));
    }
    a.since = -1;
  }

  @Override
  public void pauses(long at) {
    active.values().forEach(a -> close(a, at));
  }

  @Override
  public void ends(long at) {
    pauses(at);
  }
}

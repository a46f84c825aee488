package school.kerygma.app.desk.exchange;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.core.io.Resource;
import org.springframework.stereotype.Component;
import org.springframework.util.FileSystemUtils;
import school.kerygma.app.ground.jobs.Job;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.ground.jobs.Lane;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.app.paper.marking.Marks;
import school.kerygma.app.paper.papers.Editions;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.core.annotation.Covers;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.annotation.MarkAnnotations;
import school.kerygma.core.annotation.WebAnnotation;
import school.kerygma.media.paper.NamedMark;
import school.kerygma.media.paper.PaperRefused;
import school.kerygma.media.worker.PageRefused;
import school.kerygma.media.worker.PaperReaders;

/** Marked papers as files: a PDF, made in the background, and web annotations. */
@Component
class MarkedPapers implements Job {

  static final String KIND = "marked";

  /** More than this many annotations were not made by hand. */
  private static final int MOST = 2_000;

  private final Handouts handouts;
  private final Editions editions;
  private final Marks marks;
  private final AnnotationJson json;
  private final MediaStore store;
  private final Jobs jobs;
  private final PaperReaders readers;

  MarkedPapers(
      Handouts handouts,
      Editions editions,
      Marks marks,
      AnnotationJson json,
      MediaStore store,
      Jobs jobs,
      PaperReaders readers) {
    this.handouts = handouts;
    this.editions = editions;
    this.marks = marks;
    this.json = json;
    this.store = store;
    this.jobs = jobs;
    this.readers = readers;
  }

  @Override
  public Lane lane() {
    return Lane.PAPERS;
  }

  @Override
  public String kind() {
    return KIND;
  }

  private static String file(UUID handout) {
    return "marked/" + handout + ".pdf";
  }

  private static String note(UUID handout) {
    return "marked/" + handout + ".version";
  }

  /** Which pages and marks a PDF was made of. */
  private String version(Editions.Content paper, Map<UUID, List<Marks.Standing>> standing) {
    String what = paper.ids() + " " + standing;
    return UUID.nameUUIDFromBytes(what.getBytes(StandardCharsets.UTF_8)).toString();
  }

  /** The PDF, if it has been made of the marks as they are now. */
  Optional<Resource> pdf(UUID handout) {
    Editions.Content paper = editions.newest(handout);
    String now = version(paper, marks.standing(paper.ids()));
    try {
      Optional<Resource> version = store.find(note(handout));
      boolean same =
          version.isPresent()
              && version.get().getContentAsString(StandardCharsets.UTF_8).equals(now);
      return same ? store.find(file(handout)) : Optional.empty();
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  /** Begins to make the PDF, unless it is being made. */
  void start(UUID owner, UUID handout) {
    if (jobs.latest(handout).filter(w -> !w.state().isOver()).isEmpty()) {
      jobs.start(KIND, handout, owner);
    }
  }

  @Override
  public void run(UUID handout, Progress progress) {
    progress.at(0, 1);
    Editions.Content paper = editions.newest(handout);
    Map<UUID, List<Marks.Standing>> standing = marks.standing(paper.ids());
    Path directory = store.workDirectory();
    try {
      Path pdf = directory.resolve("marked.pdf");
      store.with(
          editions.file(handout),
          file -> {
            readers.writeMarked(
                file,
                handouts.get(handout).title(),
                paper.ids().stream()
                    .map(id -> named(standing.getOrDefault(id, List.of())))
                    .toList(),
                pdf,
                progress::at);
            return pdf;
          });
      store.delete(note(handout));
      store.putFile(file(handout), pdf);
      store.put(
          note(handout),
          new ByteArrayInputStream(version(paper, standing).getBytes(StandardCharsets.UTF_8)));
      Files.deleteIfExists(pdf);
    } catch (PaperRefused refused) {
      throw Problem.refused("paper." + refused.reason());
    } catch (PageRefused refused) {
      throw Problem.refused("paper.PAGE_" + refused.reason(), refused.page());
    } catch (IOException e) {
      throw Problem.unavailable("disk-full");
    } finally {
      FileSystemUtils.deleteRecursively(directory.toFile());
    }
  }

  private static List<NamedMark> named(List<Marks.Standing> all) {
    return all.stream().map(s -> new NamedMark(s.id().toString(), s.mark())).toList();
  }

  @Override
  public void clear(UUID handout) {
    store.delete(note(handout));
    store.delete(file(handout));
  }

  /**
   * The marks of the newest edition as a collection of web annotations; covers are not among them.
   */
  String annotations(UUID handout) {
    Editions.Content paper = editions.newest(handout);
    MarkAnnotations writer = new MarkAnnotations(paper.pages());
    Map<UUID, List<Marks.Standing>> standing = marks.standing(paper.ids());
    List<WebAnnotation> all = new ArrayList<>();
    for (int page = 0; page < paper.ids().size(); page++) {
      List<Marks.Standing> own = standing.getOrDefault(paper.ids().get(page), List.of());
      Covers covers = Covers.of(own.stream().map(Marks.Standing::mark).toList());
      for (Marks.Standing mark : own) {
        if (mark.mark().kind().isShown()) {
          all.add(writer.of(mark.id(), mark.mark(), page, "urn:uuid:" + handout, covers));
        }
      }
    }
    return json.collection("urn:uuid:" + handout + ":marks", handouts.get(handout).title(), all);
  }

  /**
   * Puts web annotations on the newest edition.
   *
   * @return how many have a place there, and how many have none
   * @throws Problem if the file holds none
   */
  Taken take(UUID handout, String text) {
    List<WebAnnotation> read;
    try {
      read = json.read(text);
    } catch (IllegalArgumentException e) {
      throw Problem.refused("no-annotations");
    }
    if (read.isEmpty() || read.size() > MOST) {
      throw Problem.refused("no-annotations");
    }
    Editions.Content paper = editions.newest(handout);
    MarkAnnotations reader = new MarkAnnotations(paper.pages());
    List<Mark> found = read.stream().flatMap(a -> reader.mark(a, paper.ids()).stream()).toList();
    return new Taken(marks.add(found), read.size() - found.size());
  }

  /**
   * What became of annotations.
   *
   * @param made marks that were not there yet
   * @param without annotations whose words the paper has not
   */
  record Taken(int made, int without) {}
}

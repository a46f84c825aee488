package school.kerygma.app.classroom.classpage;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import school.kerygma.app.classroom.handin.FilesOfWork;
import school.kerygma.app.classroom.handin.HandInVersion;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.classroom.handin.HandedFile;
import school.kerygma.app.classroom.handin.OwnSheets;
import school.kerygma.app.classroom.handin.Shape;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.handin.Quad;

/** The files of a student's own work: announced, sent, turned, straightened, taken away. */
@Controller
class OwnFilesController {

  /** A file that is coming. */
  record Coming(
      @Nullable String name, long bytes, @Nullable Shape shape, OwnSheets.@Nullable Frame frame) {}

  record Announced(UUID file) {}

  /** Where a sheet seems to lie in a photo: eight numbers, or nothing. */
  record Corners(@Nullable String corners) {}

  private final AskedWork work;
  private final HandIns handIns;
  private final FilesOfWork files;
  private final OwnSheets ownSheets;
  private final Gate gate;

  OwnFilesController(
      AskedWork work, HandIns handIns, FilesOfWork files, OwnSheets ownSheets, Gate gate) {
    this.work = work;
    this.handIns = handIns;
    this.files = files;
    this.ownSheets = ownSheets;
    this.gate = gate;
  }

  /** What is here of it, as files arrive and are looked at. */
  @GetMapping("/class/tasks/{task}/work/files")
  @ResponseBody
  List<HandedFile> files(@AuthenticationPrincipal SignedIn me, @PathVariable UUID task) {
    work.listed(me, task);
    return handIns.of(task, me.id()).stream()
        .filter(v -> v.student().equals(me.id()))
        .reduce((a, b) -> b)
        .map(HandInVersion::files)
        .orElse(List.of());
  }

  @PostMapping("/class/tasks/{task}/work/files")
  @ResponseBody
  Announced announce(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID task, @RequestBody Coming coming) {
    if (coming.name() == null || coming.shape() == null) {
      throw Problem.unreadable();
    }
    if (coming.frame() != null) {
      ListedTask listed = work.open(me, task);
      return new Announced(
          ownSheets.frame(
              AskedWork.asked(listed),
              me.id(),
              AskedWork.papers(listed),
              coming.frame(),
              coming.name(),
              coming.bytes()));
    }
    return new Announced(
        files.announce(
            work.offered(me, task), me.id(), coming.name(), coming.bytes(), coming.shape()));
  }

  /** The file is the body: it is written down as it comes. */
  @PostMapping("/class/work/files/{file}")
  @ResponseBody
  void receive(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID file, HttpServletRequest request)
      throws IOException {
    gate.check(me, Deed.TAKE_PART, Gate.Kind.HAND_IN_FILE, file);
    try (InputStream body = request.getInputStream()) {
      files.receive(file, me.id(), body);
    }
  }

  @PostMapping("/class/work/files/{file}/turn")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void turn(@AuthenticationPrincipal SignedIn me, @PathVariable UUID file) {
    gate.check(me, Deed.TAKE_PART, Gate.Kind.HAND_IN_FILE, file);
    files.turn(work.askedOf(me, file), file, me.id());
  }

  @GetMapping("/class/work/files/{file}/corners")
  @ResponseBody
  Corners corners(@AuthenticationPrincipal SignedIn me, @PathVariable UUID file) {
    gate.check(me, Deed.TAKE_PART, Gate.Kind.HAND_IN_FILE, file);
    return new Corners(files.edges(file, me.id()).map(Quad::toString).orElse(null));
  }

  /** Straightens a photo between four corners, or shows it as it was taken. */
  @PutMapping("/class/work/files/{file}/corners")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void straighten(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID file,
      @RequestBody Corners straightened) {
    gate.check(me, Deed.TAKE_PART, Gate.Kind.HAND_IN_FILE, file);
    try {
      files.straighten(
          work.askedOf(me, file),
          file,
          me.id(),
          Optional.ofNullable(straightened.corners()).map(Quad::read));
    } catch (IllegalArgumentException e) {
      throw Problem.refused("hand-in-corners");
    }
  }

  @PostMapping("/class/work/files/{file}/earlier")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void earlier(@AuthenticationPrincipal SignedIn me, @PathVariable UUID file) {
    gate.check(me, Deed.TAKE_PART, Gate.Kind.HAND_IN_FILE, file);
    files.earlier(work.askedOf(me, file), file, me.id());
  }

  @PostMapping("/class/work/files/{file}/away")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void takeAway(@AuthenticationPrincipal SignedIn me, @PathVariable UUID file) {
    gate.check(me, Deed.TAKE_PART, Gate.Kind.HAND_IN_FILE, file);
    files.takeAway(work.askedOf(me, file), file, me.id());
  }
}

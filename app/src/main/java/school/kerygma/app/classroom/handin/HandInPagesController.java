package school.kerygma.app.classroom.handin;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Set;
import java.util.UUID;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.core.access.Access.Deed;

/** Pages, answers and files that were handed in, as bytes. */
@Controller
class HandInPagesController {

  private final HandIns handIns;
  private final HandInFiles files;
  private final Tasks tasks;
  private final Gate gate;

  HandInPagesController(HandIns handIns, HandInFiles files, Tasks tasks, Gate gate) {
    this.handIns = handIns;
    this.files = files;
    this.tasks = tasks;
    this.gate = gate;
  }

  /** All pages as one PDF, for who hands it in and who reads it. */
  @GetMapping("/media/hand-ins/{id}/pages.pdf")
  ResponseEntity<byte[]> pages(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id)
      throws IOException {
    gate.check(me, Deed.SEE, Gate.Kind.HAND_IN, id);
    HandInVersion version = handIns.get(id);
    if (!version.isOnePdf()) {
      throw Problem.notFound();
    }
    String title = tasks.get(version.task()).title();
    ByteArrayOutputStream pdf = new ByteArrayOutputStream();
    files.writePdf(version, title, pdf);
    return ResponseEntity.ok()
        .cacheControl(CacheControl.noStore())
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment()
                .filename(title + ".pdf", StandardCharsets.UTF_8)
                .build()
                .toString())
        .contentType(MediaType.APPLICATION_PDF)
        .body(pdf.toByteArray());
  }

  /** A page of a file, as it is seen. */
  @GetMapping("/media/hand-ins/{file}/{page}/{size}")
  ResponseEntity<Resource> page(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID file,
      @PathVariable int page,
      @PathVariable String size) {
    gate.check(me, Deed.SEE, Gate.Kind.HAND_IN_FILE, file);
    if (!Set.of("s", "l").contains(size)) {
      throw Problem.notFound();
    }
    HandInFile piece = handIns.piece(file);
    Resource picture = files.shown(piece, page, size).orElseThrow(Problem::notFound);
    boolean jpeg = piece.mediaType().equals(MediaType.IMAGE_JPEG_VALUE);
    return ResponseEntity.ok()
        .cacheControl(CacheControl.noCache().cachePrivate())
        .contentType(jpeg ? MediaType.IMAGE_JPEG : MediaType.IMAGE_PNG)
        .body(picture);
  }

  /** A spoken or filmed answer, to be played. */
  @GetMapping("/media/hand-ins/{file}/answer")
  ResponseEntity<Resource> answer(@AuthenticationPrincipal SignedIn me, @PathVariable UUID file) {
    gate.check(me, Deed.SEE, Gate.Kind.HAND_IN_FILE, file);
    HandInFile piece = handIns.piece(file);
    return ResponseEntity.ok()
        .cacheControl(CacheControl.noCache().cachePrivate())
        .contentType(MediaType.parseMediaType(piece.mediaType()))
        .body(files.made(piece).orElseThrow(Problem::notFound));
  }

  /** A file as it came: to be saved, never to be opened here. */
  @GetMapping("/media/hand-ins/{file}/original")
  ResponseEntity<Resource> original(@AuthenticationPrincipal SignedIn me, @PathVariable UUID file) {
    gate.check(me, Deed.SEE, Gate.Kind.HAND_IN_FILE, file);
    return ResponseEntity.ok()
        .cacheControl(CacheControl.noStore())
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment()
                .filename(handIns.piece(file).name(), StandardCharsets.UTF_8)
                .build()
                .toString())
        .contentType(MediaType.APPLICATION_OCTET_STREAM)
        .body(files.original(handIns.piece(file)));
  }
}

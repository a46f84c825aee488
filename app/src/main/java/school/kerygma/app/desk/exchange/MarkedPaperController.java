package school.kerygma.app.desk.exchange;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
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
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.core.access.Access.Deed;

/** Marked papers as files, out and in. */
@Controller
class MarkedPaperController {

  private static final long MOST_BYTES = 4_000_000;

  private final MarkedPapers papers;
  private final Handouts handouts;
  private final Gate gate;

  MarkedPaperController(MarkedPapers papers, Handouts handouts, Gate gate) {
    this.papers = papers;
    this.handouts = handouts;
    this.gate = gate;
  }

  /** The PDF if it is there, otherwise the paper, where a bar shows how it is being made. */
  @PostMapping("/handouts/{id}/marked")
  String make(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.CHANGE, Gate.Kind.HANDOUT, id);
    if (papers.pdf(id).isPresent()) {
      return "redirect:/handouts/" + id + "/marked.pdf";
    }
    papers.start(me.id(), id);
    return "redirect:/handouts/" + id + "#files";
  }

  @GetMapping("/handouts/{id}/marked.pdf")
  ResponseEntity<Resource> pdf(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.CHANGE, Gate.Kind.HANDOUT, id);
    Resource pdf = papers.pdf(id).orElseThrow(() -> Problem.conflict("marks-newer"));
    return file(id, MediaType.APPLICATION_PDF, ".pdf").body(pdf);
  }

  @GetMapping("/handouts/{id}/annotations.jsonld")
  ResponseEntity<String> annotations(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.CHANGE, Gate.Kind.HANDOUT, id);
    // The media type and profile that the Web Annotation Protocol, 3.2, asks for.
    MediaType type =
        MediaType.parseMediaType(
            "application/ld+json;charset=UTF-8;profile=\"http://www.w3.org/ns/anno.jsonld\"");
    return file(id, type, ".jsonld").body(papers.annotations(id));
  }

  private ResponseEntity.BodyBuilder file(UUID id, MediaType type, String ending) {
    return ResponseEntity.ok()
        .cacheControl(CacheControl.noCache().cachePrivate())
        .contentType(type)
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment()
                .filename(handouts.get(id).title() + ending, StandardCharsets.UTF_8)
                .build()
                .toString());
  }

  @PostMapping("/handouts/{id}/annotations")
  String take(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam MultipartFile annotations)
      throws IOException {
    gate.check(me, Deed.CHANGE, Gate.Kind.HANDOUT, id);
    if (annotations.getSize() > MOST_BYTES) {
      throw Problem.refused("no-annotations");
    }
    MarkedPapers.Taken taken =
        papers.take(id, new String(annotations.getBytes(), StandardCharsets.UTF_8));
    return "redirect:/handouts/"
        + id
        + "?made="
        + taken.made()
        + "&without="
        + taken.without()
        + "#files";
  }
}

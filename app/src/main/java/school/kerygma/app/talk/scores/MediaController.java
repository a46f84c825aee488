package school.kerygma.app.talk.scores;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.util.DigestUtils;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.paper.margin.GlossaryWords;
import school.kerygma.app.paper.marking.PagePictures;
import school.kerygma.app.paper.papers.PageReading;
import school.kerygma.app.talk.lectern.Takes;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.access.Access.Role;
import school.kerygma.core.captions.SubRip;
import school.kerygma.core.captions.WebVtt;

/** Pictures of pages, scores, sound and captions, to whoever may see them. */
@Controller
class MediaController {

  /** What is asked for once may be kept by that browser, but by no proxy between. */
  private static final CacheControl KEEP =
      CacheControl.maxAge(Duration.ofDays(30)).cachePrivate().immutable();

  /** What may change with the marks and covers of a page. */
  private static final CacheControl ASK = CacheControl.noCache().cachePrivate();

  /** Students and families share computers: whoever comes next finds nothing of theirs. */
  private static CacheControl keep(SignedIn me, CacheControl teachers) {
    return me.role() == Role.TEACHER ? teachers : CacheControl.noStore().cachePrivate();
  }

  private static final MediaType VTT = MediaType.parseMediaType("text/vtt;charset=UTF-8");

  private final PagePictures pictures;
  private final GlossaryWords glossary;
  private final Scores scores;
  private final Takes takes;
  private final Gate gate;

  MediaController(
      PagePictures pictures, GlossaryWords glossary, Scores scores, Takes takes, Gate gate) {
    this.takes = takes;
    this.pictures = pictures;
    this.glossary = glossary;
    this.scores = scores;
    this.gate = gate;
  }

  /**
   * The picture of a page without what is covered; the browser asks each time whether it is still
   * so.
   */
  @GetMapping("/media/pages/{id}/{size}")
  ResponseEntity<Resource> picture(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @PathVariable String size) {
    gate.check(me, Deed.SEE, Gate.Kind.PAGE, id);
    PagePictures.Picture picture = pictures.open(id, PageReading.Size.of(size));
    return ResponseEntity.ok()
        .cacheControl(keep(me, ASK))
        .eTag(picture.version())
        .contentType(picture.type())
        .body(picture.bytes());
  }

  @GetMapping(path = "/media/scores/{id}/score", produces = MediaType.APPLICATION_JSON_VALUE)
  ResponseEntity<String> score(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.SEE, Gate.Kind.SCORE, id);
    String body = scores.body(id);
    return ResponseEntity.ok()
        .cacheControl(keep(me, ASK))
        .eTag(DigestUtils.md5DigestAsHex(body.getBytes(StandardCharsets.UTF_8)))
        .contentType(MediaType.APPLICATION_JSON)
        .body(body);
  }

  /** The words of its pages that are explained. */
  @GetMapping("/media/scores/{id}/words")
  @ResponseBody
  List<GlossaryWords.Explained> words(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.SEE, Gate.Kind.SCORE, id);
    return glossary.open(scores.pages(id));
  }

  @GetMapping("/media/scores/{id}/captions.vtt")
  ResponseEntity<String> captions(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam Optional<String> language) {
    gate.check(me, Deed.SEE, Gate.Kind.SCORE, id);
    return text(me, VTT, WebVtt.write(scores.cues(id, language)));
  }

  /** Text that changes when somebody edits it. */
  private static ResponseEntity<String> text(SignedIn me, MediaType type, String body) {
    return ResponseEntity.ok().cacheControl(keep(me, ASK)).contentType(type).body(body);
  }

  @GetMapping("/media/scores/{id}/captions.srt")
  ResponseEntity<String> subRip(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam Optional<String> language) {
    gate.check(me, Deed.SEE, Gate.Kind.SCORE, id);
    return ResponseEntity.ok()
        .cacheControl(keep(me, ASK))
        .contentType(MediaType.parseMediaType("application/x-subrip;charset=UTF-8"))
        .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"captions.srt\"")
        .body(SubRip.write(scores.cues(id, language)));
  }

  @GetMapping("/media/scores/{id}/chapters.vtt")
  ResponseEntity<String> chapters(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.SEE, Gate.Kind.SCORE, id);
    return text(me, VTT, scores.chapters(id));
  }

  /** What is seen, in words. */
  @GetMapping("/media/scores/{id}/descriptions.vtt")
  ResponseEntity<String> descriptions(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.SEE, Gate.Kind.SCORE, id);
    return text(me, VTT, scores.descriptions(id));
  }

  /** Moving pictures, from any moment on. */
  @GetMapping("/media/scores/{id}/pictures/{file}")
  ResponseEntity<Resource> pictures(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @PathVariable UUID file) {
    gate.check(me, Deed.SEE, Gate.Kind.SCORE, id);
    if (!scores.shows(id, file)) {
      throw Problem.notFound();
    }
    Takes.Film film = takes.pictures(file);
    return ResponseEntity.ok()
        .cacheControl(keep(me, ASK))
        .contentType(MediaType.parseMediaType("video/" + film.kind().written()))
        .body(film.bytes());
  }

  @GetMapping("/media/scores/{id}/sound.{kind}")
  ResponseEntity<Resource> sound(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @PathVariable String kind) {
    gate.check(me, Deed.SEE, Gate.Kind.SCORE, id);
    if (!kind.equals("webm") && !kind.equals("mp4")) {
      throw Problem.notFound();
    }
    return ResponseEntity.ok()
        .cacheControl(keep(me, KEEP))
        .contentType(MediaType.parseMediaType("audio/" + kind))
        .body(scores.soundOf(id, kind));
  }
}

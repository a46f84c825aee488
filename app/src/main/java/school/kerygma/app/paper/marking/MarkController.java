package school.kerygma.app.paper.marking;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.paper.papers.FillPlace;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.paper.papers.Leaf;
import school.kerygma.app.paper.papers.PageReading;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.SnapTargets;

/**
 * What a teacher does to the pages of papers. Only whose paper it is sees what is under its covers:
 * who shares a section with that teacher does not.
 */
@Controller
class MarkController {

  /** A mark as the browser sends it; what does not belong to its kind may be missing. */
  record Sent(
      Optional<Mark.Kind> kind,
      Optional<List<Box>> boxes,
      Optional<Integer> number,
      Optional<String> words,
      Optional<List<double[]>> ink,
      Optional<Double> width) {

    Marks.Drawn drawn() {
      return new Marks.Drawn(
          kind.orElseThrow(() -> Problem.unreadable()),
          boxes.orElse(List.of()),
          number.orElse(0),
          words.orElse(""),
          ink.orElse(List.of()),
          width.orElse(1.0));
    }
  }

  private final Marks marks;
  private final RosterNames names;
  private final PagePictures pictures;
  private final Handouts handouts;
  private final Gate gate;

  MarkController(
      Marks marks, RosterNames names, PagePictures pictures, Handouts handouts, Gate gate) {
    this.marks = marks;
    this.names = names;
    this.pictures = pictures;
    this.handouts = handouts;
    this.gate = gate;
  }

  private void check(SignedIn me, UUID page) {
    UUID handout = handouts.handoutOfPage(page).orElseThrow(Problem::notFound);
    gate.check(me, Deed.CHANGE, Gate.Kind.HANDOUT, handout);
  }

  @GetMapping("/pages/{id}/targets")
  @ResponseBody
  Targets targets(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    check(me, id);
    Leaf page = handouts.leaf(id);
    return new Targets(page.targets(), page.places());
  }

  /** What a pointer can mean on a page, and the places that are there to be filled in. */
  record Targets(@JsonUnwrapped SnapTargets targets, List<FillPlace> places) {}

  /** The picture with what is under its covers. */
  @GetMapping("/pages/pictures/{id}/{size}")
  ResponseEntity<Resource> picture(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @PathVariable String size) {
    check(me, id);
    PagePictures.Picture picture = pictures.whole(id, PageReading.Size.of(size));
    return ResponseEntity.ok()
        .cacheControl(CacheControl.noCache().cachePrivate())
        .eTag(picture.version())
        .contentType(picture.type())
        .body(picture.bytes());
  }

  @PutMapping("/pages/{page}/marks/{id}")
  @ResponseBody
  MarkView make(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID page,
      @PathVariable UUID id,
      @RequestBody Sent sent) {
    check(me, page);
    if (sent.kind().equals(Optional.of(Mark.Kind.COVER))) {
      pictures.forget(page);
    }
    return MarkView.of(marks.make(page, id, sent.drawn()));
  }

  @DeleteMapping("/pages/{page}/marks/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void takeAway(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID page, @PathVariable UUID id) {
    check(me, page);
    pictures.forget(page);
    marks.takeAway(page, id);
  }

  /** What is done about a name of the roster on a page. */
  enum NameDeed {
    COVER,
    LEAVE
  }

  @PostMapping("/pages/{page}/names")
  @ResponseBody
  List<MarkView> name(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID page,
      @RequestParam String name,
      @RequestParam NameDeed deed) {
    check(me, page);
    if (deed == NameDeed.LEAVE) {
      names.leave(page, name);
      return List.of();
    }
    pictures.forget(page);
    return names.cover(page, name).stream().map(MarkView::of).toList();
  }
}

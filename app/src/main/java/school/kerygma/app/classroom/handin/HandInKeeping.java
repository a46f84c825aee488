package school.kerygma.app.classroom.handin;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.app.ground.accounts.PersonErased;
import school.kerygma.app.ground.accounts.PersonMerged;
import school.kerygma.app.ground.accounts.Remembers;
import school.kerygma.app.ground.accounts.Sight;

/** What becomes of what somebody handed in, when they are erased, merged or ask for a copy. */
@Component
@Transactional
class HandInKeeping implements Remembers {

  private final HandIns handIns;
  private final HandIn.Repository all;
  private final HandInFile.Repository pieces;
  private final HandInFiles files;

  HandInKeeping(
      HandIns handIns, HandIn.Repository all, HandInFile.Repository pieces, HandInFiles files) {
    this.handIns = handIns;
    this.all = all;
    this.pieces = pieces;
    this.files = files;
  }

  @EventListener
  void on(PersonErased erased) {
    for (HandIn work : all.ofStudent(erased.person())) {
      for (HandInFile piece : pieces.of(List.of(work.id()))) {
        files.forget(piece);
      }
    }
    all.forget(erased.person());
  }

  @EventListener
  void on(PersonMerged merged) {
    all.rename(merged.from(), merged.to());
  }

  @Override
  public List<Kept> kept() {
    return List.of(
        Kept.byHand("hand_in", "student_id"),
        Kept.oneEach("hand_in_mate", "student_id", "hand_in_id"));
  }

  @Override
  public String heading() {
    return "handed in";
  }

  @Override
  @Transactional(readOnly = true)
  public List<?> about(UUID person, Sight sight) {
    return handIns.views(all.ofStudent(person)).stream()
        .filter(v -> sight.sees(Gate.Kind.HAND_IN, v.id()))
        .map(
            v ->
                Map.of(
                    "task",
                    v.task().toString(),
                    "version",
                    v.number(),
                    "text",
                    v.text(),
                    "link",
                    v.link(),
                    "files",
                    v.files().stream().map(HandedFile::name).toList(),
                    "handedIn",
                    v.begun().map(Instant::toString).orElse("")))
        .toList();
  }
}

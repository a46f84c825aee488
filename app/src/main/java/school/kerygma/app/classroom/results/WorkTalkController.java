package school.kerygma.app.classroom.results;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.UUID;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import school.kerygma.app.classroom.handin.HandInFiles;
import school.kerygma.app.classroom.handin.HandInVersion;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.paper.papers.TakingIn;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.talk.scripts.AnswerTalk;
import school.kerygma.core.access.Access.Deed;

/**
 * Begins a walkthrough with the pages of a student's work: they become a paper of the teacher's,
 * without a name in its title, and the first of them is shown once it is read. Names on the pages
 * are found and covered there, as on any paper.
 */
@Controller
class WorkTalkController {

  private final HandIns handIns;
  private final HandInFiles files;
  private final TakingIn takingIn;
  private final AnswerTalk answerTalk;
  private final Tasks tasks;
  private final Gate gate;

  WorkTalkController(
      HandIns handIns,
      HandInFiles files,
      TakingIn takingIn,
      AnswerTalk answerTalk,
      Tasks tasks,
      Gate gate) {
    this.handIns = handIns;
    this.files = files;
    this.takingIn = takingIn;
    this.answerTalk = answerTalk;
    this.tasks = tasks;
    this.gate = gate;
  }

  @PostMapping("/hand-ins/{id}/talk")
  String begin(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) throws IOException {
    gate.check(me, Deed.SEE, Gate.Kind.HAND_IN, id);
    HandInVersion version = handIns.get(id);
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, version.section());
    if (!version.isOnePdf()) {
      throw Problem.refused("work-no-pages");
    }
    String title = tasks.get(version.task()).title();
    ByteArrayOutputStream pdf = new ByteArrayOutputStream();
    files.writePdf(version, title, pdf);
    TakingIn.TakenIn paper =
        takingIn.takeIn(me.id(), title + ".pdf", new ByteArrayInputStream(pdf.toByteArray()));
    return "redirect:/walkthroughs/"
        + answerTalk.beginOn(me.id(), title, paper.handout()).walkthrough();
  }
}

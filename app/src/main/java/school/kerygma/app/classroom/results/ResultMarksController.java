package school.kerygma.app.classroom.results;

import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import school.kerygma.app.classroom.handin.HandInVersion;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.core.access.Access.Deed;

/** A teacher marks the pages of work. */
@Controller
class ResultMarksController {

  private final ResultMarks marks;
  private final Remarks remarks;
  private final HandIns handIns;
  private final Gate gate;

  ResultMarksController(ResultMarks marks, Remarks remarks, HandIns handIns, Gate gate) {
    this.remarks = remarks;
    this.marks = marks;
    this.handIns = handIns;
    this.gate = gate;
  }

  private HandInVersion check(SignedIn me, UUID version) {
    gate.check(me, Deed.SEE, Gate.Kind.HAND_IN, version);
    HandInVersion work = handIns.get(version);
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, work.section());
    gate.check(me, Deed.CHANGE, Gate.Kind.TASK, work.task());
    return work;
  }

  @PutMapping("/hand-ins/{id}/marks/{mark}")
  @ResponseBody
  ResultMarks.View mark(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @PathVariable UUID mark,
      @RequestParam String page,
      @RequestBody ResultMarks.Sent sent) {
    check(me, id);
    return marks.make(id, mark, page, sent);
  }

  @DeleteMapping("/hand-ins/{id}/marks/{mark}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void takeAway(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @PathVariable UUID mark) {
    check(me, id);
    marks.takeAway(id, mark);
  }

  /** A mark in a text, or a note at a moment of a sound. */
  @PutMapping("/hand-ins/{id}/remarks/{remark}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void remark(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @PathVariable UUID remark,
      @RequestBody Remarks.Sent sent) {
    remarks.make(check(me, id), remark, sent);
  }

  @DeleteMapping("/hand-ins/{id}/remarks/{remark}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void takeRemarkAway(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @PathVariable UUID remark) {
    check(me, id);
    remarks.takeAway(id, remark);
  }
}

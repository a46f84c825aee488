package school.kerygma.app.desk.planbook;

import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

/** The help: one page of questions. */
@Controller
class HelpController {

  /**
   * A question, its name in the messages, and the picture of docs/screenshots beside its answer.
   */
  record Question(String name, String picture) {}

  private static final List<Question> QUESTIONS =
      List.of(
          new Question("plan", "planbook"),
          new Question("paper", "handout"),
          new Question("rubric", "handout"),
          new Question("explain", "script"),
          new Question("record", "lectern"),
          new Question("face", "lectern-clip"),
          new Question("clip", "lectern-clip"),
          new Question("fill", "lectern"),
          new Question("repair", "player"),
          new Question("cut", "script"),
          new Question("jot", "script"),
          new Question("parts", "player"),
          new Question("tour", "classpage"),
          new Question("checks", "script"),
          new Question("hand-in", "followup"),
          new Question("sheet", "own-sheet-phone"),
          new Question("round", "followup"),
          new Question("late", "section"),
          new Question("questions", "questions"),
          new Question("word", "planbook"),
          new Question("roll", "section"),
          new Question("said", "script"),
          new Question("captions", "captions"),
          new Question("language", "captions"),
          new Question("proof", "proof"),
          new Question("coverage", "proof"),
          new Question("post", "posting"),
          new Question("preview", "posting"),
          new Question("key", "planbook"),
          new Question("differs", "planbook"),
          new Question("task-parts", "classpage"),
          new Question("ways", "classpage"),
          new Question("first", "day"),
          new Question("week", "planbook"),
          new Question("change", "posting"),
          new Question("told", "posting"),
          new Question("as", "classpage"),
          new Question("roster", "section"),
          new Question("cards", "section"),
          new Question("join", "section"),
          new Question("times", "section"),
          new Question("evening", "followup"),
          new Question("look", "work"),
          new Question("marks", "work"),
          new Question("term", "term"),
          new Question("note", "term"),
          new Question("remind", "followup"),
          new Question("pace", "term"),
          new Question("letters", "familypage"),
          new Question("family-language", "familypage"),
          new Question("answer-talk", "questions"),
          new Question("follow", "followup"),
          new Question("time", "section"),
          new Question("substitute", "day"),
          new Question("again", "proof"),
          new Question("next-term", "planbook"),
          new Question("edition", "handout"));

  @GetMapping("/help")
  String help(Model model) {
    model.addAttribute("questions", QUESTIONS);
    return "planbook/help";
  }
}

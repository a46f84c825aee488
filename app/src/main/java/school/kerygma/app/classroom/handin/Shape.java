package school.kerygma.app.classroom.handin;

import school.kerygma.core.handin.HandInRule;

/** What a file is that is handed in. */
public enum Shape {
  FILE,
  /** Of a page of paper. */
  PHOTO,
  /** A picture in a frame of the own sheet. */
  FRAMED,
  SPOKEN,
  FILMED;

  /** Whether it was recorded here. */
  public boolean isRecorded() {
    return kind().isRecorded();
  }

  HandInRule.Kind kind() {
    return switch (this) {
      case FILE, PHOTO -> HandInRule.Kind.FILES;
      case FRAMED -> HandInRule.Kind.SHEET;
      case SPOKEN -> HandInRule.Kind.SPOKEN;
      case FILMED -> HandInRule.Kind.FILMED;
    };
  }
}

package school.kerygma.core.plan;

/** What the points of a task are given for. */
public enum PointsFor {
  /** The work, as the teacher looks at it. */
  WORK,
  /** That it is done: ticked, handed in, or its part in a round taken. All of them, or none. */
  DONE,
  /** The questions of its walkthrough that were answered right, in proportion. */
  CHECKS
}

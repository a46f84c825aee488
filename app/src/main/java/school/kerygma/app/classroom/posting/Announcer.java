package school.kerygma.app.classroom.posting;

import java.util.List;
import school.kerygma.app.school.sections.SectionView;

/** Tells students and families of postings; who does it knows who was told. */
public interface Announcer {

  /** A letter as one reader gets it. */
  record Sample(String to, String subject, String body) {}

  Announced of(DeliveryView delivery);

  /** The letters that a delivery would set off: that of one student, that of one family. */
  List<Sample> letters(DeliveryView delivery, SectionView section);
}

package school.kerygma.app.desk.planbook;

import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import school.kerygma.app.classroom.audience.Audience;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.There;
import school.kerygma.core.time.Moments;

/** What is posted in some sections, and how many have followed it. */
@Component
class Stands {

  /** Of one section: what is posted there, and who has followed it. */
  record Stand(SectionView section, DeliveryView delivery, Audience.Share share) {

    public boolean was() {
      return delivery.wasSeen();
    }
  }

  private final Audience audience;

  Stands(Audience audience) {
    this.audience = audience;
  }

  /** What is posted in some sections, without what was withdrawn. */
  List<Stand> stands(Collection<DeliveryView> all, List<SectionView> own) {
    Map<UUID, SectionView> byId = own.stream().collect(Collectors.toMap(SectionView::id, s -> s));
    List<DeliveryView> here =
        all.stream()
            .filter(d -> byId.containsKey(d.section()) && d.hasAnything())
            .filter(d -> d.state() != Moments.State.WITHDRAWN)
            .toList();
    Map<UUID, Audience.Share> shares = audience.shares(here, own);
    return here.stream()
        .map(d -> new Stand(There.in(byId, d.section()), d, There.in(shares, d.id())))
        .toList();
  }

  /** What stands in a section: what is seen, the newest first, before what is to come. */
  static Optional<Stand> latest(List<Stand> all, SectionView section, @Nullable UUID walkthrough) {
    return all.stream()
        .filter(s -> s.section().equals(section))
        .filter(
            s ->
                walkthrough == null
                    || s.delivery().walkthrough().filter(walkthrough::equals).isPresent())
        .max(
            Comparator.comparing(Stand::was).thenComparing(s -> s.delivery().moments().goesUpAt()));
  }
}

package school.kerygma.app.paper.papers;

import java.util.Locale;
import school.kerygma.core.handin.FillPlaces;
import school.kerygma.core.handout.Box;

/**
 * A place of a page that is there to be filled in.
 *
 * @param key by which it is known on its page
 * @param kind in lower case
 */
public record FillPlace(String key, String kind, Box box, String label) {

  static FillPlace of(FillPlaces.Place place) {
    return new FillPlace(
        Math.round(place.box().x()) + "/" + Math.round(place.box().bottom()),
        place.kind().name().toLowerCase(Locale.ROOT),
        place.box(),
        place.label());
  }
}

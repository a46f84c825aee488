package school.kerygma.app.paper.papers;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.LockModeType;
import jakarta.persistence.ManyToOne;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Persistable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import school.kerygma.app.school.frame.Excerpt;
import school.kerygma.core.handout.Page;
import school.kerygma.core.rubric.LongTable;
import school.kerygma.core.rubric.Ruling;

/** An imported paper. */
@Entity
@DynamicUpdate
class Handout {

  @Id @GeneratedValue private UUID id;
  private UUID ownerId;
  private String title;
  private Instant createdAt;
  private @Nullable Instant putAwayAt;

  @SuppressWarnings("NullAway.Init")
  protected Handout() {}

  Handout(UUID ownerId, String title, Instant createdAt) {
    this.ownerId = ownerId;
    this.title = title;
    this.createdAt = createdAt;
  }

  UUID id() {
    return id;
  }

  UUID ownerId() {
    return ownerId;
  }

  String title() {
    return title;
  }

  boolean isPutAway() {
    return putAwayAt != null;
  }

  void rename(String title) {
    this.title = title;
  }

  /** One version of a handout. */
  @Entity(name = "Edition")
  @DynamicUpdate
  static class Edition {
    @Id @GeneratedValue private UUID id;
    @ManyToOne private Handout handout;
    private int number;
    private String fileName;
    private String mediaType;
    private int pages;
    private boolean ready;

    /** It has been read, and waits until its teacher has decided about covers. */
    private boolean held;

    /** Its file had tracked changes, which were taken as accepted. */
    private boolean hadChanges;

    private Instant createdAt;

    @SuppressWarnings("NullAway.Init")
    protected Edition() {}

    Edition(
        Handout handout,
        int number,
        String fileName,
        String mediaType,
        int pages,
        Instant createdAt) {
      this.handout = handout;
      this.number = number;
      this.fileName = fileName;
      this.mediaType = mediaType;
      this.pages = pages;
      this.createdAt = createdAt;
    }

    UUID id() {
      return id;
    }

    Handout handout() {
      return handout;
    }

    int number() {
      return number;
    }

    String mediaType() {
      return mediaType;
    }

    int pages() {
      return pages;
    }

    boolean hadChanges() {
      return hadChanges;
    }

    void changesAccepted(boolean any) {
      this.hadChanges = any;
    }

    void counted(int count) {
      this.pages = count;
    }

    boolean isReady() {
      return ready;
    }

    Instant createdAt() {
      return createdAt;
    }

    void ready() {
      this.ready = true;
      this.held = false;
    }

    boolean isHeld() {
      return held;
    }

    void hold() {
      this.held = true;
    }
  }

  /** One page of an edition. */
  @Entity(name = "Page")
  @DynamicUpdate
  static class PageEntity {
    @Id @GeneratedValue private UUID id;
    @ManyToOne private Edition edition;
    private int number;
    private double width;
    private double height;
    private int wordCount;

    /** By which number it is called, or empty if that is its place. */
    private String printed = "";

    @SuppressWarnings("NullAway.Init")
    protected PageEntity() {}

    PageEntity(Edition edition, Page page) {
      this.edition = edition;
      this.number = page.number();
      this.width = page.width();
      this.height = page.height();
      this.wordCount = page.words().size();
    }

    UUID id() {
      return id;
    }

    Edition edition() {
      return edition;
    }

    int number() {
      return number;
    }

    double width() {
      return width;
    }

    double height() {
      return height;
    }

    String printed() {
      return printed;
    }

    void called(String printed) {
      this.printed = printed;
    }
  }

  /** What was read on a page; apart, since it is large and most ask only whose page it is. */
  @Entity(name = "PageText")
  @DynamicUpdate
  static class PageText implements Persistable<UUID> {
    @Id private UUID pageId;
    private String words;

    /** The words as one text, a blank between two. */
    private String body;

    private String rulings;

    @SuppressWarnings("NullAway.Init")
    protected PageText() {}

    PageText(UUID pageId, Page page, List<Ruling> rulings) {
      this.pageId = pageId;
      this.words = PageWords.write(page.words());
      this.body = PageWords.text(page.words());
      this.rulings = PageRulings.write(rulings);
    }

    @Override
    public UUID getId() {
      return pageId;
    }

    @Override
    public boolean isNew() {
      return true;
    }

    Leaf leaf(PageEntity page) {
      Handout handout = page.edition.handout;
      return new Leaf(
          pageId,
          handout.id,
          handout.ownerId,
          page.edition.createdAt,
          new LongTable.Sheet(
              new Page(page.number, page.width, page.height, PageWords.read(words)),
              PageRulings.read(rulings)),
          body);
    }
  }

  interface Repository extends JpaRepository<Handout, UUID> {

    @Modifying
    @Query(value = "delete from handout where id = :id", nativeQuery = true)
    void deleteInBatch(UUID id);

    /** Keeps others from changing the handout until this transaction ends. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select h from Handout h where h.id = :id")
    Optional<Handout> held(UUID id);

    @Query(
        "select h from Handout h where h.ownerId = :owner and h.putAwayAt is null order by h.createdAt desc")
    List<Handout> ofOwner(UUID owner);
  }

  interface EditionRepository extends JpaRepository<Edition, UUID> {
    @Query(
        "select e from Edition e join fetch e.handout h where h.id in :handouts order by e.number desc")
    List<Edition> ofHandouts(Collection<UUID> handouts);
  }

  interface PageRepository extends JpaRepository<PageEntity, UUID> {
    @Query(
        "select p.id from Page p where p.id in :pages and exists (select 1 from Edition n"
            + " where n.handout.id = p.edition.handout.id and n.ready and n.number > p.edition.number)")
    Set<UUID> outdated(Collection<UUID> pages);

    @Query(
        "select p from Page p join fetch p.edition e join fetch e.handout where e.id = :edition order by p.number")
    List<PageEntity> ofEdition(UUID edition);

    @Query(
        "select p from Page p join fetch p.edition e join fetch e.handout h where h.ownerId = :owner and h.putAwayAt is null"
            + " and e.number = (select max(n.number) from Edition n where n.handout.id = h.id and n.ready)"
            + " order by h.createdAt, p.number")
    List<PageEntity> ofOwner(UUID owner);

    @Query(
        "select p from Page p join fetch p.edition e join fetch e.handout h where h.id = :handout"
            + " and e.number = (select max(n.number) from Edition n where n.handout.id = :handout and n.ready)"
            + " order by p.number")
    List<PageEntity> newestOf(UUID handout);

    @Query(
        nativeQuery = true,
        value =
            "select h.id, h.title, p.number, coalesce(nullif(p.printed, ''), cast(p.number as varchar)), ts_headline('english', t.body, q, '"
                + Excerpt.HEADLINE
                + "')"
                + " from page_text t join page p on p.id = t.page_id join edition e on e.id = p.edition_id join handout h on h.id = e.handout_id,"
                + " websearch_to_tsquery('english', :words) q"
                + " where h.owner_id = :teacher and h.put_away_at is null and e.ready and to_tsvector('english', t.body) @@ q"
                + " and e.number = (select max(n.number) from edition n where n.handout_id = h.id and n.ready)"
                + " order by ts_rank(to_tsvector('english', t.body), q) desc, h.title, p.number limit 50")
    List<Object[]> asked(UUID teacher, String words);

    @Query(
        "select p.edition.handout.id, sum(p.wordCount) from Page p where p.edition.handout.id in :handouts"
            + " and p.edition.number = (select max(e.number) from Edition e where e.handout.id = p.edition.handout.id and e.ready)"
            + " group by p.edition.handout.id")
    List<Object[]> wordsOf(Collection<UUID> handouts);

    @Query("select p from Page p join fetch p.edition e join fetch e.handout where p.id in :ids")
    List<PageEntity> among(Collection<UUID> ids);

    @Query("select p from Page p join fetch p.edition e join fetch e.handout where p.id = :id")
    Optional<PageEntity> whole(UUID id);
  }

  interface TextRepository extends JpaRepository<PageText, UUID> {}
}

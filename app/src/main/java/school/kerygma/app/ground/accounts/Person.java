package school.kerygma.app.ground.accounts;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;
import school.kerygma.core.access.Access.Role;

/** A teacher, a student or a guardian. */
@Entity
@DynamicUpdate
class Person {

  @Id @GeneratedValue private UUID id;

  @Enumerated(EnumType.STRING)
  private Role role;

  private String name;
  private @Nullable String email;
  private @Nullable String passwordHash;
  private @Nullable UUID invitedBy;

  /**
   * Which pass card is good: replacing a card counts this up, and older cards are worth nothing.
   */
  private int card = 1;

  /** In what language captions are read, if somebody has said so. */
  private @Nullable String captionLanguage;

  @ElementCollection
  @CollectionTable(name = "guardian_student", joinColumns = @JoinColumn(name = "guardian_id"))
  @Column(name = "student_id")
  private Set<UUID> students = new HashSet<>();

  @SuppressWarnings("NullAway.Init")
  protected Person() {}

  Person(Role role, String name, @Nullable String email, @Nullable String passwordHash) {
    this.role = role;
    this.name = name;
    this.email = email;
    this.passwordHash = passwordHash;
  }

  /** A teacher who has no account yet. */
  static Person invited(String email, UUID by) {
    Person invited = new Person(Role.TEACHER, email, email, null);
    invited.invitedBy = by;
    return invited;
  }

  void correct(String other, @Nullable String address) {
    this.name = other;
    this.email = address;
  }

  boolean isInvitedBy(UUID somebody) {
    return passwordHash == null && somebody.equals(invitedBy);
  }

  UUID id() {
    return id;
  }

  Role role() {
    return role;
  }

  String name() {
    return name;
  }

  @Nullable String email() {
    return email;
  }

  @Nullable String passwordHash() {
    return passwordHash;
  }

  int card() {
    return card;
  }

  /** Makes an account of who was invited; the invitation is used up. */
  void accept(String chosenName, String chosenHash) {
    this.name = chosenName;
    this.passwordHash = chosenHash;
    this.card++;
  }

  void password(String hash) {
    this.passwordHash = hash;
  }

  Optional<String> captionLanguage() {
    return Optional.ofNullable(captionLanguage);
  }

  void readCaptionsIn(@Nullable String language) {
    this.captionLanguage = language;
  }

  void replaceCard() {
    card++;
  }

  Set<UUID> students() {
    return students;
  }

  SignedIn signedIn() {
    return new SignedIn(id, role, name);
  }
}

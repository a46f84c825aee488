package school.kerygma.app.ground.store;

import java.io.InputStream;
import java.nio.file.Path;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Primary;
import org.springframework.core.io.Resource;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * What is deleted in a transaction is there until it is committed, and stays if it is rolled back:
 * otherwise rows would be left whose files are gone. What is kept anew in the same transaction
 * stays as well.
 */
@Component
@Primary
class KeepsWhatIsRolledBack implements MediaStore {

  private final FileMediaStore store;

  KeepsWhatIsRolledBack(FileMediaStore store) {
    this.store = store;
  }

  @Override
  public void delete(String name) {
    if (TransactionSynchronizationManager.isActualTransactionActive()) {
      leaving().add(name);
    } else {
      store.delete(name);
    }
  }

  /** What this transaction deletes. */
  private Set<String> leaving() {
    Set<String> already = leavingAlready();
    if (already != null) {
      return already;
    }
    Set<String> names = new HashSet<>();
    TransactionSynchronizationManager.bindResource(this, names);
    TransactionSynchronizationManager.registerSynchronization(
        new TransactionSynchronization() {
          @Override
          public void suspend() {
            TransactionSynchronizationManager.unbindResource(KeepsWhatIsRolledBack.this);
          }

          @Override
          public void resume() {
            TransactionSynchronizationManager.bindResource(KeepsWhatIsRolledBack.this, names);
          }

          @Override
          public void afterCommit() {
            names.forEach(store::delete);
          }

          @Override
          public void afterCompletion(int status) {
            TransactionSynchronizationManager.unbindResource(KeepsWhatIsRolledBack.this);
          }
        });
    return names;
  }

  @SuppressWarnings("unchecked")
  private @Nullable Set<String> leavingAlready() {
    return (Set<String>) TransactionSynchronizationManager.getResource(this);
  }

  private void stays(String name) {
    Set<String> leaving = leavingAlready();
    if (leaving != null) {
      leaving.remove(name);
    }
  }

  @Override
  public long put(String name, InputStream content) {
    stays(name);
    return store.put(name, content);
  }

  @Override
  public void putFile(String name, Path file) {
    stays(name);
    store.putFile(name, file);
  }

  @Override
  public void copy(String from, String to) {
    stays(to);
    store.copy(from, to);
  }

  @Override
  public Optional<Resource> find(String name) {
    return store.find(name);
  }

  @Override
  public <T> T withAll(List<String> names, Function<List<Path>, T> use) {
    return store.withAll(names, use);
  }

  @Override
  public void deleteBefore(String under, Instant moment, Predicate<String> unneeded) {
    store.deleteBefore(under, moment, unneeded);
  }

  @Override
  public Path workDirectory() {
    return store.workDirectory();
  }
}

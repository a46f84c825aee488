package school.kerygma.app.ground.store;

import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Predicate;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.stereotype.Component;
import org.springframework.util.FileSystemUtils;
import school.kerygma.app.ground.problems.Problem;

/** Keeps media as files below the home directory. */
@Component
class FileMediaStore implements MediaStore {

  private final Path root;
  private final Path scratch;

  FileMediaStore(@Value("${kerygma.home}") Path home) throws IOException {
    this.root = Files.createDirectories(home.resolve("media")).toRealPath();
    Files.setPosixFilePermissions(root, PosixFilePermissions.fromString("rwx------"));
    Path all = Files.createDirectories(home.resolve("scratch")).toRealPath();
    Files.setPosixFilePermissions(all, PosixFilePermissions.fromString("rwx------"));
    removeLeftBehind(all);
    this.scratch = Files.createDirectories(all.resolve("" + ProcessHandle.current().pid()));
  }

  /** What an application that died was working on is begun anew, and its scratch is of no use. */
  private static void removeLeftBehind(Path all) throws IOException {
    try (var before = Files.list(all)) {
      for (Path one : before.toList()) {
        String pid = one.getFileName().toString();
        boolean alive =
            pid.matches("\\d{1,10}")
                && Long.parseLong(pid) != ProcessHandle.current().pid()
                && ProcessHandle.of(Long.parseLong(pid)).isPresent();
        if (!alive) {
          FileSystemUtils.deleteRecursively(one);
        }
      }
    }
  }

  @Override
  public long put(String name, InputStream content) {
    Path target = path(name);
    Path part = null;
    try {
      Files.createDirectories(target.getParent());
      part = Files.createTempFile(target.getParent(), "part", null);
      long bytes = Files.copy(content, part, StandardCopyOption.REPLACE_EXISTING);
      Files.move(part, target, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
      return bytes;
    } catch (IOException e) {
      remove(part);
      throw cannotKeep(e);
    }
  }

  @Override
  public void putFile(String name, Path file) {
    Path target = path(name);
    try {
      Files.createDirectories(target.getParent());
      Files.move(file, target, StandardCopyOption.REPLACE_EXISTING);
    } catch (IOException e) {
      throw cannotKeep(e);
    }
  }

  @Override
  public void copy(String from, String to) {
    Path source = path(from);
    if (!Files.isRegularFile(source)) {
      return;
    }
    try {
      Path target = path(to);
      Files.createDirectories(target.getParent());
      Files.deleteIfExists(target);
      // What is kept is never written anew, so that both names may hold the same bytes.
      Files.createLink(target, source);
    } catch (UnsupportedOperationException | FileSystemException unlinked) {
      try (InputStream bytes = Files.newInputStream(source)) {
        put(to, bytes);
      } catch (IOException e) {
        throw cannotKeep(e);
      }
    } catch (IOException e) {
      throw cannotKeep(e);
    }
  }

  @Override
  public Optional<Resource> find(String name) {
    Path file = path(name);
    return Files.isRegularFile(file) ? Optional.of(new FileSystemResource(file)) : Optional.empty();
  }

  @Override
  public <T> T withAll(List<String> names, Function<List<Path>, T> use) {
    List<Path> files = names.stream().map(this::path).toList();
    if (!files.stream().allMatch(Files::exists)) {
      throw Problem.notFound();
    }
    return use.apply(files);
  }

  @Override
  public void delete(String name) {
    remove(path(name));
  }

  @Override
  public void deleteBefore(String under, Instant moment, Predicate<String> unneeded) {
    Path directory = path(under);
    if (!Files.isDirectory(directory)) {
      return;
    }
    try (var all = Files.walk(directory)) {
      for (Path one : all.sorted(Comparator.reverseOrder()).toList()) {
        boolean empty = Files.isDirectory(one) && isEmpty(one) && !one.equals(directory);
        boolean old =
            Files.isRegularFile(one)
                && Files.getLastModifiedTime(one).toInstant().isBefore(moment)
                && unneeded.test(root.relativize(one).toString());
        if (empty || old) {
          Files.deleteIfExists(one);
        }
      }
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }

  private static boolean isEmpty(Path directory) throws IOException {
    try (var inside = Files.list(directory)) {
      return inside.findAny().isEmpty();
    }
  }

  /** Nothing is left of an application that ends well. */
  @PreDestroy
  void removeScratch() throws IOException {
    FileSystemUtils.deleteRecursively(scratch);
  }

  @Override
  public Path workDirectory() {
    try {
      return Files.createTempDirectory(scratch, "work");
    } catch (IOException e) {
      throw cannotKeep(e);
    }
  }

  private static void remove(@org.jspecify.annotations.Nullable Path file) {
    try {
      if (file != null) {
        Files.deleteIfExists(file);
      }
    } catch (IOException e) {
      // What cannot be removed now is found by nobody: its name is not handed out.
      throw new java.io.UncheckedIOException(e);
    }
  }

  /** Names are made by the application; one that leaves the root is a fault in it. */
  private Path path(String name) {
    Path path = root.resolve(name).normalize();
    if (!path.startsWith(root) || path.equals(root)) {
      throw new IllegalArgumentException("No name of a medium: " + name);
    }
    return path;
  }

  private static RuntimeException cannotKeep(IOException e) {
    return e instanceof FileSystemException || String.valueOf(e.getMessage()).contains("space")
        ? Problem.unavailable("disk-full")
        : new java.io.UncheckedIOException(e);
  }
}

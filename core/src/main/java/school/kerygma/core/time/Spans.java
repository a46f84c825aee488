package school.kerygma.core.time;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Iterator;
import java.util.List;
import java.util.stream.Stream;

/**
 * An immutable set of milliseconds, kept as disjoint spans in ascending order; spans that overlap
 * or abut are joined. Captions, silences and watched seconds all stand on it.
 */
public final class Spans implements Iterable<Span> {

  private static final Spans NONE = new Spans(List.of());

  private final List<Span> spans;

  private Spans(List<Span> spans) {
    this.spans = spans;
  }

  public static Spans none() {
    return NONE;
  }

  public static Spans of(Span... spans) {
    return of(List.of(spans));
  }

  /** The union of the given spans, in any order, overlapping or not. */
  public static Spans of(Collection<Span> spans) {
    if (spans.isEmpty()) {
      return NONE;
    }
    List<Span> joined = new ArrayList<>();
    Span open = null;
    for (Span next : spans.stream().sorted().toList()) {
      if (open == null) {
        open = next;
      } else if (next.startMs() <= open.endMs()) {
        open = open.span(next);
      } else {
        joined.add(open);
        open = next;
      }
    }
    joined.add(open);
    return new Spans(List.copyOf(joined));
  }

  public List<Span> asList() {
    return spans;
  }

  public Stream<Span> stream() {
    return spans.stream();
  }

  @Override
  public Iterator<Span> iterator() {
    return spans.iterator();
  }

  public boolean isEmpty() {
    return spans.isEmpty();
  }

  public int size() {
    return spans.size();
  }

  /** Milliseconds held in all. */
  public long lengthMs() {
    return spans.stream().mapToLong(Span::lengthMs).sum();
  }

  public boolean contains(long atMs) {
    return spans.stream().anyMatch(s -> s.contains(atMs));
  }

  public boolean encloses(Span span) {
    return spans.stream().anyMatch(s -> s.encloses(span));
  }

  public Spans union(Spans other) {
    return of(Stream.concat(spans.stream(), other.spans.stream()).toList());
  }

  public Spans union(Span span) {
    return union(of(span));
  }

  public Spans intersection(Spans other) {
    List<Span> both = new ArrayList<>();
    int i = 0;
    int j = 0;
    while (i < spans.size() && j < other.spans.size()) {
      Span a = spans.get(i);
      Span b = other.spans.get(j);
      a.intersection(b).ifPresent(both::add);
      if (a.endMs() < b.endMs()) {
        i++;
      } else {
        j++;
      }
    }
    return of(both);
  }

  public Spans intersection(Span span) {
    return intersection(of(span));
  }

  /** What {@code within} holds and this set does not. */
  public Spans complement(Span within) {
    List<Span> gaps = new ArrayList<>();
    long from = within.startMs();
    for (Span s : intersection(within)) {
      Span.ifAny(from, s.startMs()).ifPresent(gaps::add);
      from = s.endMs();
    }
    Span.ifAny(from, within.endMs()).ifPresent(gaps::add);
    return of(gaps);
  }

  public Spans minus(Spans other) {
    List<Span> left = new ArrayList<>();
    for (Span s : spans) {
      left.addAll(other.complement(s).spans);
    }
    return of(left);
  }

  public Spans shift(long byMs) {
    return of(spans.stream().map(s -> s.shift(byMs)).toList());
  }

  /** Gaps shorter than {@code gapMs} are closed. */
  public Spans closingGapsUnder(long gapMs) {
    List<Span> closed = new ArrayList<>();
    for (Span s : spans) {
      if (!closed.isEmpty() && s.startMs() - closed.getLast().endMs() < gapMs) {
        closed.set(closed.size() - 1, closed.getLast().span(s));
      } else {
        closed.add(s);
      }
    }
    return of(closed);
  }

  /** Only the spans that are at least {@code lengthMs} long. */
  public Spans atLeast(long lengthMs) {
    return of(spans.stream().filter(s -> s.lengthMs() >= lengthMs).toList());
  }

  @Override
  public boolean equals(Object o) {
    return o instanceof Spans other && spans.equals(other.spans);
  }

  @Override
  public int hashCode() {
    return spans.hashCode();
  }

  @Override
  public String toString() {
    return spans.toString();
  }
}

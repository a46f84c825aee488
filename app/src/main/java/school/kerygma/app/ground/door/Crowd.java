package school.kerygma.app.ground.door;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Lets in as many requests as the machine can work at, lets some more wait for a moment, and asks
 * all others to come again. What students' players report, pieces of recordings and uploads come
 * through doors of their own, so that none of them shuts the pages out.
 */
@Component
class Crowd extends OncePerRequestFilter {

  /**
   * One door.
   *
   * @param within how many are worked at
   * @param waiting how many may stand before it
   * @param patienceMs how long each of those waits
   */
  private record Door(Semaphore within, Semaphore waiting, long patienceMs) {

    static Door of(int within, int waiting, long patienceMs) {
      return new Door(new Semaphore(within, true), new Semaphore(waiting), patienceMs);
    }

    boolean enter() throws InterruptedException {
      if (within.tryAcquire()) {
        return true;
      }
      if (!waiting.tryAcquire()) {
        return false;
      }
      try {
        return within.tryAcquire(patienceMs, TimeUnit.MILLISECONDS);
      } finally {
        waiting.release();
      }
    }
  }

  // The pool has 20 connections; together this is a little more than twice as many.
  private final Door pages = Door.of(24, 120, 5_000);
  private final Door beacons = Door.of(6, 60, 2_000);
  private final Door pieces = Door.of(8, 80, 4_000);
  private final Door uploads = Door.of(6, 12, 5_000);

  private final Refusals refusals;

  Crowd(Refusals refusals) {
    this.refusals = refusals;
  }

  @Override
  protected boolean shouldNotFilter(HttpServletRequest request) {
    String path = request.getRequestURI();
    return path.startsWith("/actuator/") || Kinds.isStatic(path);
  }

  private Door door(HttpServletRequest request) {
    return switch (Kinds.of(request)) {
      case BEACON -> beacons;
      case PIECE, TRACE -> pieces;
      case UPLOAD, WORK, VOICE, ROSTERS, MARKS, FILE -> uploads;
      default -> pages;
    };
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    Door door = door(request);
    boolean in = false;
    try {
      in = door.enter();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
    if (!in) {
      refusals.later(request, response, "crowded");
      return;
    }
    try {
      chain.doFilter(request, response);
    } finally {
      door.within().release();
    }
  }
}

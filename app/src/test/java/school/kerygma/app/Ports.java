package school.kerygma.app;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * Ports of servers that are yet to start. They lie below those that the system gives to outgoing
 * connections (32768 and above on Linux), and each process that tests has a range of its own: what
 * is free now is still free when the server starts, half a minute later.
 */
public final class Ports {

  private static final int FIRST = 20_000;
  private static final int OF_A_PROCESS = 1_000;

  private static final AtomicInteger NEXT =
      new AtomicInteger(FIRST + OF_A_PROCESS * (Integer.getInteger("kerygma.fork", 0) % 10));

  private Ports() {}

  /**
   * A port on which nobody listens.
   *
   * @throws IllegalStateException if none of the range is free
   */
  public static int free() {
    for (int tried = 0; tried < OF_A_PROCESS; tried++) {
      int port = NEXT.getAndIncrement();
      try (ServerSocket socket = new ServerSocket(port, 1, InetAddress.getLoopbackAddress())) {
        return socket.getLocalPort();
      } catch (IOException e) {
        // Somebody listens there: the next.
      }
    }
    throw new IllegalStateException("no port is free");
  }
}

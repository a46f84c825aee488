package school.kerygma.app.ground.door;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Refuses what brings more bytes than a request of its kind may, before any of them is read. */
@Component
class Measure extends OncePerRequestFilter {

  private final Refusals refusals;

  Measure(Refusals refusals) {
    this.refusals = refusals;
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    Kinds kind = Kinds.of(request);
    if (request.getContentLengthLong() > kind.maxBytes()) {
      refuse(kind, request, response);
      return;
    }
    boolean form =
        kind == Kinds.FORM || String.valueOf(request.getContentType()).startsWith("multipart/");
    if (form && request.getHeader("Transfer-Encoding") != null) {
      refusals.say(HttpStatus.LENGTH_REQUIRED, "unreadable", request, response);
      return;
    }
    try {
      chain.doFilter(form ? request : new Bounded(request, kind.maxBytes()), response);
    } catch (TooLong e) {
      if (!response.isCommitted()) {
        response.reset();
        refuse(kind, request, response);
      }
    }
  }

  private void refuse(Kinds kind, HttpServletRequest request, HttpServletResponse response)
      throws IOException {
    response.setHeader("Connection", "close"); // The rest is not waited for.
    refusals.say(
        HttpStatus.CONTENT_TOO_LARGE,
        switch (kind) {
          case UPLOAD, WORK -> "paper.TOO_LARGE";
          case CLIP -> "clip.TOO_LARGE";
          default -> "too-large";
        },
        request,
        response);
  }

  /** A request of which no more is read than may come. */
  private static final class Bounded extends HttpServletRequestWrapper {
    private final long most;

    Bounded(HttpServletRequest request, long most) {
      super(request);
      this.most = most;
    }

    @Override
    public ServletInputStream getInputStream() throws IOException {
      return new Counting(super.getInputStream(), most);
    }

    @Override
    public BufferedReader getReader() throws IOException {
      return new BufferedReader(new InputStreamReader(getInputStream(), StandardCharsets.UTF_8));
    }
  }

  private static final class Counting extends ServletInputStream {
    private final ServletInputStream in;
    private long left;

    Counting(ServletInputStream in, long most) {
      this.in = in;
      this.left = most;
    }

    private int count(int read) throws TooLong {
      left -= Math.max(0, read);
      if (left < 0) {
        throw new TooLong();
      }
      return read;
    }

    @Override
    public int read() throws IOException {
      int one = in.read();
      count(one < 0 ? 0 : 1);
      return one;
    }

    @Override
    public int read(byte[] bytes, int from, int length) throws IOException {
      return count(in.read(bytes, from, length));
    }

    @Override
    public boolean isFinished() {
      return in.isFinished();
    }

    @Override
    public boolean isReady() {
      return in.isReady();
    }

    @Override
    public void setReadListener(ReadListener listener) {
      in.setReadListener(listener);
    }
  }
}

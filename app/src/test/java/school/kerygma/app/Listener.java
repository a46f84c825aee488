package school.kerygma.app;

import com.microsoft.playwright.Page;

/**
 * Hears what comes out of a page's microphone, as the person who speaks does: the test turns to the
 * next stop when the words of the last one have been heard, however slowly a busy machine lets them
 * through.
 */
public final class Listener {

  /** A silence this long is the end of a stop; those between sentences are shorter. */
  private static final String HEAR =
      """
      const open = navigator.mediaDevices.getUserMedia.bind(navigator.mediaDevices);
      window.stopsHeard = 0;
      window.speaking = false;
      navigator.mediaDevices.getUserMedia = async (wish) => {
        const stream = await open(wish);
        window.microphone = stream.getAudioTracks()[0];
        const context = new AudioContext();
        const analyser = context.createAnalyser();
        context.createMediaStreamSource(stream).connect(analyser);
        const samples = new Float32Array(analyser.fftSize);
        let lastLoud = 0;
        setInterval(() => {
          analyser.getFloatTimeDomainData(samples);
          const now = context.currentTime;
          if (samples.some((s) => Math.abs(s) > 0.02)) {
            lastLoud = now;
            window.speaking = true;
          } else if (window.speaking && now - lastLoud > 1.2) {
            window.speaking = false;
            window.stopsHeard++;
          }
        }, 20);
        return stream;
      };
      """;

  private final Page page;

  /** Hears the pages that are opened in this tab from now on. */
  public Listener(Page page) {
    this.page = page;
    page.addInitScript(HEAR);
  }

  /** Waits until so many stops have been said to their end. */
  public void untilSaid(int stops) {
    page.waitForFunction("n => window.stopsHeard >= n", stops);
  }

  /** Waits until the stop of this index is being said, and until a part of its time is gone. */
  public void untilWithin(int stop, int ms) {
    page.waitForFunction("n => window.stopsHeard === n && window.speaking", stop);
    page.evaluate("window.since = performance.now()");
    page.waitForFunction("ms => performance.now() - window.since > ms", ms);
  }

  /** From now on {@link #lostMs} counts what the microphone does not deliver. */
  public void count() {
    page.evaluate(
        "() => { window.counted = { at: performance.now(), sound: window.microphone.stats.deliveredFramesDuration }; }");
  }

  /**
   * How much sound the browser's simulated microphone has not delivered to the page since {@link
   * #count}: on a machine that is too busy it drops sound before any application can hear it.
   * Source: W3C Media Capture Extensions, MediaStreamTrackAudioStats.
   */
  public double lostMs() {
    return ((Number)
            page.evaluate(
                "() => performance.now() - window.counted.at - (window.microphone.stats.deliveredFramesDuration - window.counted.sound)"))
        .doubleValue();
  }
}

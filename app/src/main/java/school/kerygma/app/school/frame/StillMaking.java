package school.kerygma.app.school.frame;

import org.springframework.stereotype.Component;

/** Whether the demonstration is still being made; its pages say so. */
@Component
public class StillMaking {

  private volatile boolean making;

  public void making(boolean now) {
    this.making = now;
  }

  public boolean isMaking() {
    return making;
  }
}

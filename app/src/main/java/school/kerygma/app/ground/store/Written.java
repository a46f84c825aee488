package school.kerygma.app.ground.store;

import jakarta.persistence.EntityManager;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Has written what was changed in a transaction, before it is read past Hibernate: reading by SQL
 * sees only what is in the tables.
 */
@Component
public class Written {

  private final EntityManager entities;

  Written(EntityManager entities) {
    this.entities = entities;
  }

  /** Nothing is to be written where a transaction only reads, or there is none. */
  public void first() {
    if (TransactionSynchronizationManager.isActualTransactionActive()
        && !TransactionSynchronizationManager.isCurrentTransactionReadOnly()) {
      entities.flush();
    }
  }
}

package hopmend.app.web;

import java.util.concurrent.atomic.AtomicLong;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionExecution;
import org.springframework.transaction.TransactionExecutionListener;

/**
 * Counts what this server changed in its database: while the count stands, a page that was read
 * from it would be the same. It rises before whoever made a change is told that it is made.
 */
@Component
public class ShopChanges implements TransactionExecutionListener {
  /** The name of transactions that change nothing that a page of a job shows. */
  public static final String OF_SESSIONS = "sessions";

  private final AtomicLong count = new AtomicLong();

  /** To be taken before anything is read. */
  public long count() {
    return count.get();
  }

  /** Also after a commit that failed: nobody knows what came of it. */
  @Override
  public void afterCommit(TransactionExecution transaction, Throwable failure) {
    if (!transaction.isReadOnly() && !OF_SESSIONS.equals(transaction.getTransactionName())) {
      count.incrementAndGet();
    }
  }
}

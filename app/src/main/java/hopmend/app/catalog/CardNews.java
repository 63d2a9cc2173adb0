package hopmend.app.catalog;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import javax.sql.DataSource;
import org.postgresql.PGConnection;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/**
 * Hears of cards that another instance changed. It holds a connection of its own for it; when the
 * database was away it looks at all cards anew, as nothing is told meanwhile.
 */
@Component
class CardNews implements SmartLifecycle {
  private static final Logger LOG = LoggerFactory.getLogger(CardNews.class);
  private static final int LOOK_UP_MILLIS = 2_000;

  private final DataSource database;
  private final Catalogs catalogs;
  private volatile Thread listener;

  CardNews(DataSource database, Catalogs catalogs) {
    this.database = database;
    this.catalogs = catalogs;
  }

  @Override
  public void start() {
    Thread t = new Thread(this::listen, "card-news");
    t.setDaemon(true);
    listener = t;
    t.start();
  }

  @Override
  public void stop() {
    Thread t = listener;
    listener = null;
    if (t != null) {
      t.interrupt();
    }
  }

  @Override
  public boolean isRunning() {
    return listener != null;
  }

  private void listen() {
    while (isRunning()) {
      try (Connection connection = database.getConnection();
          Statement statement = connection.createStatement()) {
        statement.execute("LISTEN hopmend_card");
        catalogs.refresh();
        hear(connection.unwrap(PGConnection.class));
        statement.execute("UNLISTEN hopmend_card");
      } catch (SQLException | RuntimeException e) {
        if (isRunning()) {
          LOG.info("No news of cards for a moment: {}", e.getMessage());
          rest();
        }
      }
    }
  }

  private void hear(PGConnection connection) throws SQLException {
    while (isRunning()) {
      var news = connection.getNotifications(LOOK_UP_MILLIS);
      if (news != null && news.length > 0) {
        catalogs.refresh();
      }
    }
  }

  private void rest() {
    try {
      Thread.sleep(LOOK_UP_MILLIS);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }
}

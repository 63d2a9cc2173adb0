package hopmend.app;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Optional;
import javax.sql.DataSource;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.configuration.FluentConfiguration;
import org.springframework.boot.flyway.autoconfigure.FlywayMigrationStrategy;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/**
 * The tables belong to a role of their own, which migrates them; the application's role owns
 * nothing, so that not even it can take the guard off the record.
 */
@Configuration(proxyBeanMethods = false)
public class Schema {
  private static final String OWNER = "DB_OWNER";

  /** Migrates as the owner, and ends; {@code ./hopmend} calls it before it starts the server. */
  public static void main(String[] args) {
    migrate(
        Flyway.configure().locations("classpath:db/migration"),
        System.getenv("DB_URL"),
        System.getenv(OWNER),
        System.getenv("DB_USER"));
  }

  private static void migrate(FluentConfiguration flyway, String url, String owner, String app) {
    flyway
        .dataSource(url, owner, System.getenv("DB_OWNER_PASSWORD"))
        .placeholders(java.util.Map.of("app", app))
        .load()
        .migrate();
  }

  /** With the owner in the environment it migrates; without, it only looks whether all is done. */
  @Bean
  FlywayMigrationStrategy migration() {
    return flyway -> {
      Optional<String> owner = Optional.ofNullable(System.getenv(OWNER)).filter(o -> !o.isBlank());
      owner.ifPresent(
          o ->
              migrate(
                  Flyway.configure().configuration(flyway.getConfiguration()),
                  System.getenv("DB_URL"),
                  o,
                  System.getenv("DB_USER")));
      if (owner.isEmpty() && flyway.info().pending().length > 0) {
        throw new IllegalStateException(
            "The database is older than this application. Start once with DB_OWNER and"
                + " DB_OWNER_PASSWORD in the environment, or run ./hopmend migrate with them.");
      }
      requireToOwnNothing(flyway.getConfiguration().getDataSource());
    };
  }

  private static void requireToOwnNothing(DataSource application) {
    try (Connection connection = application.getConnection();
        Statement statement = connection.createStatement();
        ResultSet owned =
            statement.executeQuery(
                "select count(*) from pg_class c join pg_roles r on r.oid = c.relowner"
                    + " where r.rolname = current_user or"
                    + " (select rolsuper from pg_roles where rolname = current_user)")) {
      owned.next();
      if (owned.getLong(1) > 0) {
        throw new IllegalStateException(
            "DB_USER owns tables, or may do anything. Give the application a role that owns"
                + " nothing, and name the owner of the tables in DB_OWNER; see the README.");
      }
    } catch (SQLException e) {
      throw new IllegalStateException("The database does not answer: " + e.getMessage(), e);
    }
  }
}

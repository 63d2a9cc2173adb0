package hopmend.app;

import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Proxy;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import javax.sql.DataSource;
import org.springframework.beans.factory.config.BeanPostProcessor;
import org.springframework.boot.test.context.TestConfiguration;
import org.springframework.context.annotation.Bean;
import org.springframework.jdbc.datasource.DelegatingDataSource;

/** Counts what the application says to its database, statement by statement. */
@TestConfiguration(proxyBeanMethods = false)
class CountedStatements {
  static final AtomicInteger STATEMENTS = new AtomicInteger();
  static final AtomicInteger TRANSACTIONS = new AtomicInteger();
  private static final Set<String> ENDS = Set.of("commit", "rollback", "close");

  @Bean
  static BeanPostProcessor countedDataSource() {
    return new BeanPostProcessor() {
      @Override
      public Object postProcessAfterInitialization(Object bean, String name) {
        return bean instanceof DataSource source ? new Counted(source) : bean;
      }
    };
  }

  private static final class Counted extends DelegatingDataSource {
    Counted(DataSource source) {
      super(source);
    }

    @Override
    public Connection getConnection() throws SQLException {
      Connection real = super.getConnection();
      AtomicInteger since = new AtomicInteger();
      return (Connection) watched(Connection.class, real, since);
    }
  }

  /** Passes every call on; what executes is a statement, what ends some is a transaction. */
  private static Object watched(Class<?> type, Object real, AtomicInteger since) {
    return Proxy.newProxyInstance(
        type.getClassLoader(),
        new Class<?>[] {type},
        (proxy, method, arguments) -> {
          if (method.getName().startsWith("execute")) {
            STATEMENTS.incrementAndGet();
            since.incrementAndGet();
          }
          if (ENDS.contains(method.getName())
              && real instanceof Connection
              && since.getAndSet(0) > 0) {
            TRANSACTIONS.incrementAndGet();
          }
          try {
            Object answer = method.invoke(real, arguments);
            boolean opened = real instanceof Connection && answer instanceof Statement;
            return opened ? watched(method.getReturnType(), answer, since) : answer;
          } catch (InvocationTargetException e) {
            throw e.getCause();
          }
        });
  }
}

package org.calmanchor.cluster;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import java.net.URI;
import java.time.Duration;
import java.util.Optional;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.access.PasswordSource;
import org.calmanchor.core.access.UsernameTokenSettings;
import org.calmanchor.examples.harbor.BerthDesk;
import org.calmanchor.examples.harbor.BerthStore;
import org.calmanchor.examples.harbor.HarborOffice;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.calmanchor.nodes.RedisStores;

/**
 * One host of the harbor, as a process: {@code HarborNode PORT}. Where the database and Redis are
 * stands in the environment: {@code DATABASE_URL}, {@code DATABASE_USER}, {@code REDIS_URL}; the
 * password of the harbor master in {@code BRAM_PASSWORD}.
 */
public final class HarborNode {
  private static final int CONNECTIONS = 10;

  private HarborNode() {}

  /** Hosts the harbor until the process is told to end. */
  public static void main(String[] arguments) throws InterruptedException {
    int port = Integer.parseInt(arguments[0]);
    HikariConfig pool = new HikariConfig();
    pool.setJdbcUrl(System.getenv("DATABASE_URL"));
    pool.setUsername(System.getenv("DATABASE_USER"));
    pool.setMaximumPoolSize(CONNECTIONS);
    try (HikariDataSource database = new HikariDataSource(pool);
        RedisStores shared = RedisStores.at(URI.create(System.getenv("REDIS_URL")))) {
      BerthStore store = BerthStore.over(database, false);
      RunningHost host =
          SoapHost.onPort(port)
              .intercept(store.transactions())
              .stores(shared)
              .callers(callers())
              .drainTime(Duration.ofSeconds(2))
              .serve("/berths", new BerthDesk(store))
              .serve("/office", new HarborOffice(store))
              .serveSession("/plans", StayPlan.class, StayPlan::new)
              .start();
      Runtime.getRuntime().addShutdownHook(new Thread(host::drain));
      host.awaitClose();
    }
  }

  /** The harbor master, who sends a token that is good for one call. */
  private static CallerSources callers() {
    String password = System.getenv("BRAM_PASSWORD");
    PasswordSource passwords =
        name ->
            name.equals("bram-oakes") && password != null
                ? Optional.of(
                    new PasswordSource.KnownPassword(Caller.of(name, "harbor-master"), password))
                : Optional.empty();
    return CallerSources.NONE.withUsernameTokens(UsernameTokenSettings.digest(passwords));
  }
}

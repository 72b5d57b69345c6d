/** What several hosts of one service share, in Redis. */
module org.calmanchor.nodes {
  requires transitive org.calmanchor.core;
  requires static transitive org.jspecify;
  requires org.apache.commons.pool2;
  requires org.slf4j;
  requires redis.clients.jedis;

  exports org.calmanchor.nodes;

  provides org.calmanchor.core.stores.StoresProvider with
      org.calmanchor.nodes.RedisProvider;
}

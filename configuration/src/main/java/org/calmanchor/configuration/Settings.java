package org.calmanchor.configuration;

import java.net.URI;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.limits.Limits;
import org.jspecify.annotations.Nullable;

/** All settings, in the order in which they are documented. */
public final class Settings {
  private static final Map<String, Setting<?>> BY_NAME = new LinkedHashMap<>();
  private static final Map<Limit, Setting<?>> LIMITS = new EnumMap<>(Limit.class);

  /** What the names of limits begin with; in the file it is the key that they stand below. */
  public static final String LIMITS_KEY = "limits";

  /** The classes that are served. */
  public static final Setting<List<ServedName>> SERVICES =
      add(
          "services",
          ValueForm.SERVICES,
          "",
          "The classes to host, each at a path; in the file as path: class.");

  /** Services that the index leaves out. */
  public static final Setting<List<String>> UNLISTED =
      add("unlisted", ValueForm.PATHS, "", "Leave the services at these paths out of the index.");

  /** What is switched off at the start. */
  public static final Setting<List<String>> SWITCH_OFF =
      add(
          "switch-off",
          ValueForm.OPERATIONS,
          "",
          "Answer calls of these operations, or of all at these paths, with a fault.");

  /** The port. */
  public static final Setting<Long> PORT =
      add(
          "port",
          ValueForm.number("N", "a port", 0, 65_535),
          "8080",
          "The port; 0 takes any free one.");

  /** The address to listen at. */
  public static final Setting<String> BIND =
      add(
          "bind",
          ValueForm.ADDRESS,
          "",
          "Listen at this address, not only on this machine; 0.0.0.0 is every address.");

  /** The address in the WSDL. */
  public static final Setting<URI> PUBLIC_URL =
      add("public-url", ValueForm.URL, "", "The address that others use; it stands in the WSDL.");

  /** Proxies that say where requests come from. */
  public static final Setting<List<String>> TRUSTED_PROXIES =
      add(
          "trusted-proxies",
          ValueForm.ADDRESSES,
          "",
          "Believe these proxies where requests come from, in the headers of forwarding-headers;"
              + " they must remove these headers from what their clients send.");

  /** In which headers proxies say where requests come from. */
  public static final Setting<ForwardingForm> FORWARDING_HEADERS =
      add(
          "forwarding-headers",
          ValueForm.choice(ForwardingForm.class),
          "x-forwarded",
          "Whether trusted proxies write X-Forwarded-For, -Proto, -Host, -Port and -Prefix, or"
              + " Forwarded (RFC 7239). The others do not count.");

  /** Who issues the client certificates that proxies pass on. */
  public static final Setting<Path> PROXY_CLIENT_CA =
      add(
          "proxy-client-ca",
          ValueForm.FILE,
          "",
          "Take client certificates that trusted proxies pass on in Client-Cert (RFC 9440) and that"
              + " these authorities (PEM) have issued. Callers are known by them.");

  /** Proxies that have no limit per address. */
  public static final Setting<List<String>> PROXIES =
      add(
          "proxies",
          ValueForm.ADDRESSES,
          "",
          "Do not apply the limits per address to these addresses, because many callers share them."
              + " What they say of their clients does not count; see trusted-proxies.");

  /** Whether loopback has the limits per address. */
  public static final Setting<Boolean> SHARE_LOOPBACK =
      add(
          "share-loopback",
          ValueForm.SWITCH,
          "false",
          "Apply the limits per address to this machine, too.");

  /** Certificate and key. */
  public static final Setting<List<Path>> TLS =
      add(
          "tls",
          ValueForm.TWO_FILES,
          "",
          "Speak TLS: a file with the certificate and its chain, and one with its key, both PEM."
              + " Loaded again when they change.");

  /** Certificate and key in one file. */
  public static final Setting<Path> TLS_STORE =
      add("tls-store", ValueForm.FILE, "", "Speak TLS with a PKCS#12 file that has both.");

  /** A made-up key. */
  public static final Setting<Boolean> TLS_SELF_SIGNED =
      add(
          "tls-self-signed",
          ValueForm.SWITCH,
          "false",
          "Speak TLS with a key and a certificate for localhost that are made at this start, for"
              + " trying it out.");

  /** The password of the key. */
  public static final Setting<String> TLS_PASSWORD =
      add(
          new Setting<>(
              "tls-password",
              ValueForm.TEXT,
              "",
              "The password of an encrypted key; by an environment variable only.",
              true));

  /** The authorities of client certificates. */
  public static final Setting<Path> CLIENT_CA =
      add(
          "client-ca",
          ValueForm.FILE,
          "",
          "Ask clients for a certificate that these authorities (PEM) have issued. Callers are"
              + " known by it.");

  /** Whether clients must have a certificate. */
  public static final Setting<ClientCertificates> CLIENT_CERTIFICATES =
      add(
          "client-certificates",
          ValueForm.choice(ClientCertificates.class),
          "wanted",
          "Whether clients without a certificate may connect.");

  /** Strict transport security. */
  public static final Setting<Long> HSTS =
      add(
          "hsts",
          ValueForm.number("DAYS", "a number of days", 0, 3_650),
          "0",
          "Tell browsers to use only https for this host name, for so many days.");

  /** The file of callers. */
  public static final Setting<Path> CALLERS =
      add(
          "callers",
          ValueForm.FILE,
          "",
          "Let only the callers in this file call what is hosted, with their roles; see"
              + " calm-anchor callers. Operations for certain callers need it.");

  /** Where hosts of one service keep what they share. */
  public static final Setting<URI> REDIS =
      add(
          "redis",
          ValueForm.REDIS,
          "",
          "Keep answers, nonces, counts of wrong passwords and sessions in this server of Redis, for"
              + " all hosts of one service.");

  /** The password of Redis. */
  public static final Setting<String> REDIS_PASSWORD =
      add(
          new Setting<>(
              "redis-password",
              ValueForm.TEXT,
              "",
              "The password of Redis; by an environment variable only.",
              true));

  /** What all names in Redis begin with. */
  public static final Setting<String> REDIS_NAMESPACE =
      add(
          "redis-namespace",
          ValueForm.TEXT,
          "calm-anchor",
          "What all keys in Redis begin with; services that share nothing need different ones.");

  /** Who sees test pages. */
  public static final Setting<PageViewers> TEST_PAGE =
      add(
          "test-page",
          ValueForm.choice(PageViewers.class),
          "",
          "Show the test page to nobody, to browsers on this machine, to those who open it with a"
              + " key that is printed at the start, or to everybody. Without this, browsers on this"
              + " machine see it if a program or a command such as serve hosts at loopback,"
              + " without public URL and named proxies; what is deployed has none.");

  /** The folder of the page's checks. */
  public static final Setting<Path> CHECKS =
      add(
          "checks",
          ValueForm.FOLDER,
          "",
          "The folder with the checks of the test page. It is created when the first check is"
              + " kept.");

  /** Whether the page shows exchanges. */
  public static final Setting<Boolean> KEEP_EXCHANGES =
      add(
          "keep-exchanges",
          ValueForm.SWITCH,
          "false",
          "Keep the last exchanges of all callers for the test page.");

  /** Which calls are logged. */
  public static final Setting<LoggedCalls> LOG_CALLS =
      add(
          "log-calls",
          ValueForm.choice(LoggedCalls.class),
          "none",
          "Write a line about each call, or about those that end with a fault, to the log"
              + " org.calmanchor.calls.");

  /** Where a line about each call is written. */
  public static final Setting<Path> ACCESS_LOG =
      add(
          "access-log",
          ValueForm.FILE,
          "",
          "Append a line about each call to this file; - is the standard output. The file is opened"
              + " again when it was moved.");

  /** How these lines are written. */
  public static final Setting<AccessLogForm> ACCESS_LOG_FORM =
      add(
          "access-log-form",
          ValueForm.choice(AccessLogForm.class),
          "line",
          "Write the lines of the access log as names with values, or as JSON objects.");

  /** Where messages are written. */
  public static final Setting<Path> MESSAGE_LOG =
      add(
          "message-log",
          ValueForm.FILE,
          "",
          "Append both messages of calls to this file, each exchange as a JSON object in a line, with"
              + " secrets masked; - is the standard output.");

  /** Of how many calls. */
  public static final Setting<Long> MESSAGE_LOG_ONE_IN =
      add(
          "message-log-one-in",
          ValueForm.number("N", "a whole number", 1, 1_000_000_000),
          "1",
          "Write the messages of one in so many calls; 1 for all.");

  /** What else is masked. */
  public static final Setting<List<String>> SECRET_NAMES =
      add(
          "secret-names",
          ValueForm.NAMES,
          "",
          "Mask also the values of elements, attributes and HTTP headers that have these in their"
              + " names, wherever secrets are masked.");

  /** Whether there are metrics. */
  public static final Setting<Boolean> METRICS =
      add(
          "metrics",
          ValueForm.SWITCH,
          "false",
          "Count and time calls, and tell the numbers at /calm-anchor/metrics as Prometheus reads"
              + " them: at the port of health, or to those who see test pages.");

  /** Where the host says how it is. */
  public static final Setting<String> HEALTH_PATH =
      add(
          "health-path",
          ValueForm.PATH,
          "/health",
          "The host says how it is at this path with /live, /ready and /info.");

  /** A port for it. */
  public static final Setting<Long> HEALTH_PORT =
      add(
          "health-port",
          ValueForm.number("N", "a port", 0, 65_535),
          "",
          "Say how the host is at this port only, by plain HTTP.");

  /** Where commands reach the host. */
  public static final Setting<Path> CONTROL_SOCKET =
      add(
          "control-socket",
          ValueForm.FILE,
          "",
          "Let calm-anchor switch reach this host at this socket, which only the host's user can"
              + " use; - for none. Without this it is in a folder of that user, by the port.");

  /** What commands have switched. */
  public static final Setting<Path> KEEP_SWITCHES =
      add(
          "keep-switches",
          ValueForm.FILE,
          "",
          "Keep in this file what such commands switch off or take out of the index, so that it"
              + " survives a restart.");

  /** How long to serve on. */
  public static final Setting<Duration> DRAIN_TIME =
      add(
          "drain-time",
          ValueForm.DELAY,
          "",
          "Serve on for so long, but say not ready, when the process is told to end. Without this it"
              + " is 10s, or 0s if only this machine can reach the host.");

  /** How long calls may take to end. */
  public static final Setting<Duration> STOP_TIME =
      add(
          "stop-time",
          ValueForm.DELAY,
          "15s",
          "Let running calls end for so long after that; then break them off.");

  /** Whether messages may differ from the schema. */
  public static final Setting<Boolean> LENIENT =
      add(
          "lenient",
          ValueForm.SWITCH,
          "false",
          "Accept elements in any order, and ignore unknown ones.");

  static {
    for (Limit limit : Limit.values()) {
      LIMITS.put(limit, limit.isTime() ? time(limit) : count(limit));
    }
  }

  private Settings() {}

  /** Which calls are logged. */
  public enum LoggedCalls {
    /** No call, but what goes wrong in the service itself. */
    NONE,
    /** Calls that do not end with a result. */
    FAULTS,
    /** All calls. */
    ALL
  }

  /** Who sees test pages. */
  public enum PageViewers {
    /** There are none. */
    NOBODY,
    /** Browsers on this machine. */
    THIS_MACHINE,
    /** Those who have the key. */
    KEY,
    /** All. */
    EVERYBODY
  }

  /** In which headers proxies say where requests come from. */
  public enum ForwardingForm {
    /** Those that begin with X-Forwarded. */
    X_FORWARDED,
    /** That of RFC 7239. */
    FORWARDED
  }

  /** How a line of the access log is written. */
  public enum AccessLogForm {
    /** Names with their values. */
    LINE,
    /** A JSON object. */
    JSON
  }

  /** Whether clients have to have a certificate. */
  public enum ClientCertificates {
    /** They may have one. */
    WANTED,
    /** Nobody connects without one. */
    NEEDED
  }

  /** The setting of a limit that is a count. */
  @SuppressWarnings("unchecked")
  public static Setting<Long> countOf(Limit limit) {
    requireTime(limit, false);
    return (Setting<Long>) Objects.requireNonNull(LIMITS.get(limit));
  }

  /** The setting of a limit that is a time. */
  @SuppressWarnings("unchecked")
  public static Setting<Duration> timeOf(Limit limit) {
    requireTime(limit, true);
    return (Setting<Duration>) Objects.requireNonNull(LIMITS.get(limit));
  }

  private static void requireTime(Limit limit, boolean isTime) {
    if (limit.isTime() != isTime) {
      throw new IllegalArgumentException(limit.title() + (isTime ? " is a count" : " is a time"));
    }
  }

  /** All of them, in the order of the documents. */
  public static Collection<Setting<?>> all() {
    return Collections.unmodifiableCollection(BY_NAME.values());
  }

  /** The setting with that name; null if there is none. */
  public static @Nullable Setting<?> named(String name) {
    return BY_NAME.get(name);
  }

  /** The names of all. */
  static List<String> names() {
    return new ArrayList<>(BY_NAME.keySet());
  }

  private static <T> Setting<T> add(String name, ValueForm<T> form, String byDefault, String doc) {
    return add(new Setting<>(name, form, byDefault, doc));
  }

  private static <T> Setting<T> add(Setting<T> setting) {
    BY_NAME.put(setting.name(), setting);
    return setting;
  }

  private static Setting<Duration> time(Limit limit) {
    return add(name(limit), ValueForm.TIME, Times.write(Limits.DEFAULT.time(limit)), doc(limit));
  }

  private static Setting<Long> count(Limit limit) {
    return add(
        name(limit),
        ValueForm.number("N", "a whole number", 1, Limits.most(limit)),
        Long.toString(Limits.DEFAULT.value(limit)),
        doc(limit));
  }

  private static String name(Limit limit) {
    return LIMITS_KEY + "." + limit.title();
  }

  private static String doc(Limit limit) {
    return "Limits " + limit.doc() + ".";
  }
}

package org.calmanchor.client;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.calmanchor.annotations.Binary;
import org.calmanchor.annotations.HeaderOut;

/** The station itself. */
final class Pilots implements PilotStation {
  final AtomicReference<String> reported = new AtomicReference<>();
  final AtomicInteger given = new AtomicInteger();

  @Override
  public Fairway fairway(String code, LocalDate day) throws UnknownFairway {
    if (code.equals("boom")) {
      throw new IllegalStateException("secret");
    }
    if (!code.equals("F-1")) {
      throw new UnknownFairway("There is no " + code + ".", code, List.of("F-1"));
    }
    return new Fairway(code, new BigDecimal("7.50"), Optional.of("on " + day));
  }

  @Override
  public String board(String boat, Pass pass, HeaderOut<Integer> number) {
    number.set(7);
    return boat + " with " + pass.holder();
  }

  @Override
  public void report(String position) {
    reported.set(position);
  }

  @Override
  public CompletionStage<List<Fairway>> later(String code) {
    return CompletableFuture.supplyAsync(
        () -> {
          try {
            return List.of(fairway(code, LocalDate.of(2027, 6, 11)));
          } catch (UnknownFairway unknown) {
            throw new java.util.concurrent.CompletionException(unknown);
          }
        });
  }

  @Override
  public Stream<Integer> soundings(int count) {
    return IntStream.range(0, count).peek(i -> given.set(i)).boxed();
  }

  @Override
  public long sum(Stream<Integer> soundings) {
    return soundings.mapToLong(Integer::longValue).sum();
  }

  @Override
  public Binary chart(Binary chart) {
    return chart;
  }

  @Override
  public String sleep(int millis) throws InterruptedException {
    Thread.sleep(millis);
    return "awake";
  }

  @Override
  public String unmarked() {
    return "";
  }
}

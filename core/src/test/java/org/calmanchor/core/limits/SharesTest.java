package org.calmanchor.core.limits;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What counts as one address. */
class SharesTest {
  private final Shares shares = Shares.ofAddresses(2, ExemptAddresses.LOOPBACK);

  @ParameterizedTest
  @CsvSource({
    "192.0.2.7, 192.0.2.7, 192.0.2.7",
    "2001:db8:1:2:3:4:5:6, 2001:db8:1:2::/64, 2001:db8:1::/48",
    "2001:db8:0:0:0:0:0:7, 2001:db8:0:0::/64, 2001:db8:0::/48",
    "fe80:0:0:0:1:2:3:4%eth0, fe80:0:0:0::/64, fe80:0:0::/48",
    "0:0:0:0:0:0:0:1, 0:0:0:0::/64, 0:0:0::/48"
  })
  void groupsAddressesOfIpv6(String address, String network, String site) {
    assertThat(AddressGroup.of(address)).isEqualTo(network);
    assertThat(AddressGroup.site(address)).isEqualTo(site);
  }

  @Test
  void addressesOfOneNetworkHaveOneShare() {
    assertThat(shares.enter("192.0.2.1")).isTrue();
    assertThat(shares.enter("192.0.2.1")).isTrue();
    assertThat(shares.enter("192.0.2.1")).isFalse();
    assertThat(shares.enter("192.0.2.2")).isTrue();
    assertThat(shares.enter("2001:db8:1:1:0:0:0:1")).isTrue();
    assertThat(shares.enter("2001:db8:1:1:0:0:0:2")).isTrue();
    assertThat(shares.enter("2001:db8:1:1:0:0:0:3")).isFalse();
    shares.leave("2001:db8:1:1:0:0:0:1");
    assertThat(shares.enter("2001:db8:1:1:0:0:0:3")).isTrue();
  }

  @Test
  void networksOfOneSiteHaveFourShares() {
    long entered =
        IntStream.range(0, 20)
            .filter(i -> shares.enter("2001:db8:1:" + Integer.toHexString(i) + ":0:0:0:1"))
            .count();
    assertThat(entered).isEqualTo(8);
    assertThat(shares.enter("2001:db8:2:1:0:0:0:1")).isTrue();
    shares.leave("2001:db8:1:0:0:0:0:1");
    assertThat(shares.enter("2001:db8:1:ffff:0:0:0:1")).isTrue();
  }

  @Test
  void exemptAddressesHaveNoShare() {
    for (String address : new String[] {"127.0.0.1", "0:0:0:0:0:0:0:1", ""}) {
      assertThat(IntStream.range(0, 9).allMatch(i -> shares.enter(address))).isTrue();
      shares.leave(address);
    }
  }
}

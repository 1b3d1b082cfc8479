// Texts as ping prints them on common systems, from memory of their forms.
import { readPing } from './ping.ts';

const unix = `PING 10.8.3.20 (10.8.3.20) from 10.1.0.5 : 56(84) bytes of data.
64 bytes from 10.8.3.20: icmp_seq=1 ttl=62 time=48.1 ms
64 bytes from 10.8.3.20: icmp_seq=2 ttl=62 time=47.0 ms
From 10.1.0.1 icmp_seq=3 Destination Host Unreachable

--- 10.8.3.20 ping statistics ---
3 packets transmitted, 2 received, 33% packet loss, time 2003ms`;
const windows = `Pinging scada.dale.example [10.1.0.5] with 32 bytes of data:\r
Reply from 10.1.0.5: bytes=32 time=52ms TTL=125\r
Reply from 10.8.3.1: Destination host unreachable.\r
Request timed out.\r
\r
Ping statistics for 10.1.0.5:\r
    Packets: Sent = 3, Received = 2, Lost = 1 (33% loss),`;

test('whom it asked, from where, and the answers of that host alone', () => {
  expect(readPing(unix)).toEqual({ host: '10.8.3.20', from: '10.1.0.5', sent: 3, replies: 2 });
  expect(readPing(windows)).toEqual({ host: '10.1.0.5', from: null, sent: 3, replies: 1 });
});
test('the newest of two, and nothing of what is none', () => {
  expect(readPing(`${unix}\n${windows}`)?.host).toBe('10.1.0.5');
  for (const none of ['', 'up', 'PING me when you are there', 'AT+CSQ\r\nOK', '64 bytes from 10.8.3.20: time=1 ms'])
    expect(readPing(none)).toBeNull();
});
test('a silent host has no answers', () =>
  expect(
    readPing('PING 10.8.3.20 (10.8.3.20): 56 data bytes\n--- 10.8.3.20 ping statistics ---\n4 packets transmitted, 0 packets received'),
  ).toEqual({
    host: '10.8.3.20',
    from: null,
    sent: 4,
    replies: 0,
  }));

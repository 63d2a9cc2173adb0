"""A gateway that was not written here: Debian's packet toolkit speaks ISO 13400-2 and ISO 14229-1 for three controllers,
and does one odd thing at a time that the standards allow, or that gateways were seen to do.

Prints its port on 127.0.0.1, then takes the oddities from standard input, one a line; each begins anew.
"""
import logging
import socket
import struct
import sys
import threading
import time

logging.getLogger("scapy").setLevel(logging.CRITICAL)
from scapy.contrib.automotive.doip import DoIP

GATEWAY, ENGINE, GEARS, BODY = 0x1001, 0x1010, 0x1018, 0x1040
ALL = 0xE000
VIN = b"0HMWS3A07K1000342"
names = {ENGINE: b"ENGINE", GEARS: b"GEARS", BODY: b"BODY"}


def begin(oddity):
    global ODDITY, held, permanent, session, DATA, FORMAT
    ODDITY = oddity
    held = {ENGINE: {"034031": 0x2F, "030000": 0x08}, GEARS: {"071700": 0x0C}, BODY: {}}
    permanent = {ENGINE: ["034031"], GEARS: [], BODY: []}
    session = {ENGINE: 1, GEARS: 1, BODY: 1, "turn": 0}
    DATA = {0xF190: VIN, 0xF401: bytes.fromhex("82076500"), 0xF40C: bytes.fromhex("0d48"), 0xF405: b"\x7b",
            0xF40D: b"\x00"}
    if ODDITY == "short readiness":
        DATA[0xF401] = b"\x82\x07"
    if ODDITY == "spn and fmi":
        held[ENGINE] = {"b30c02": 0x2F}
        permanent[ENGINE] = []
    if ODDITY == "knows groups":
        held[BODY] = {"403500": 0x2F}
        permanent[ENGINE] = []
    FORMAT = {"spn and fmi": 2, "two bytes": 0, "maker's format": 1}.get(ODDITY, 4)


def no(service, code):
    return bytes([0x7F, service, code])


def codes(unit, wanted):
    all_ = sorted(held[unit].items(), reverse=ODDITY == "other order" and session["turn"] % 2 == 1)
    return b"".join(bytes.fromhex(c) + bytes([s]) for c, s in all_ if s & wanted)


def answer(unit, request):
    service = request[0]
    if service == 0x3E:
        return b"" if request[1] & 0x80 else b"\x7e\x00"
    if service == 0x10:
        if ODDITY == "no extended session" and request[1] == 3:
            return no(0x10, 0x12)
        session[unit] = request[1]
        return bytes([0x50, request[1], 0, 0x32, 1, 0xF4])
    if service == 0x22 and ODDITY == "silent about its live values" and request[1] == 0xF4 and request[2] % 0x20 == 0:
        return b""
    if service == 0x19:
        kind = request[1]
        if kind == 1:
            if ODDITY == "does not tell how codes are written":
                return no(0x19, 0x12)
            return bytes([0x59, 1, 0xFF, FORMAT, 0, len(held[unit])])
        if kind == 2:
            session["turn"] += 1
            if ODDITY == "body tells no codes" and unit == BODY:
                return no(0x19, 0x11)
            return b"\x59\x02\xff" + codes(unit, request[2])
        if kind == 0x15:
            if ODDITY == "no permanent codes":
                return no(0x19, 0x12)
            return b"\x59\x15\xff" + b"".join(bytes.fromhex(c) + b"\x08" for c in permanent[unit])
        if kind == 4:
            if ODDITY == "no snapshot":
                return no(0x19, 0x31)
            head = b"\x59\x04" + request[2:5] + b"\x2f"
            if ODDITY == "unknown identifier in the snapshot":
                return head + b"\x01\x02\xf4\x0d\x32\x12\x34\xaa\xbb"
            return head + b"\x01\x01\xf4\x0d\x32"
    if service == 0x22:
        wanted = [int.from_bytes(request[i:i + 2], "big") for i in range(1, len(request), 2)]
        if ODDITY == "one identifier at a time" and len(wanted) > 1:
            return no(0x22, 0x13)
        out = b""
        for w in wanted:
            value = names[unit] if w == 0xF197 else DATA.get(w) if unit == ENGINE else None
            if ODDITY == "no monitors" and w == 0xF401:
                value = None
            if value is not None:
                out += w.to_bytes(2, "big") + value
        return b"\x62" + out if out else no(0x22, 0x31)
    if service == 0x14:
        if ODDITY == "clears in an extended session only" and session[unit] != 3:
            return no(0x14, 0x7F)
        if ODDITY == "engine runs":
            return no(0x14, 0x83)
        if ODDITY == "knows no groups" and request[1:] != b"\xff\xff\xff":
            return no(0x14, 0x31)
        if request[1:] == b"\xff\xff\x33":
            held[unit] = {c: s for c, s in held[unit].items() if c[0] not in "0123"}
        elif ODDITY != "acknowledges and keeps":
            held[unit].clear()
        return b"\x54"
    return no(service, 0x11)


def serve(link):
    link.setsockopt(socket.IPPROTO_TCP, socket.TCP_NODELAY, 1)

    def send(packet):
        link.sendall(bytes(packet))

    def read(length):
        data = b""
        while len(data) < length:
            more = link.recv(length - len(data))
            if not more:
                raise EOFError
            data += more
        return data

    def diagnostic(unit, tester, service):
        send(DoIP(payload_type=0x8001, source_address=unit, target_address=tester) / service)

    def nonsense(tester):
        """What nobody asked for."""
        send(DoIP(payload_type=7))
        send(DoIP(payload_type=4, vin=b"0HMWS3A05K1000517", logical_address=GATEWAY, eid=b"123456", gid=b"123456"))
        diagnostic(BODY, tester, b"\x62\xf1\x90" + b"0HMWS3A05K1000517")
        diagnostic(ENGINE, tester, b"\x7f\x31\x22")
        diagnostic(ENGINE, tester + 1, b"\x62\xf1\x90" + b"0HMWS3A05K1000517")

    try:
        while True:
            head = read(8)
            frame = DoIP(head + read(struct.unpack(">I", head[4:])[0]))
            if frame.payload_type == 5:
                refused = {"wants TLS": 7, "does not know the tester": 0}.get(ODDITY)
                send(DoIP(payload_type=6, logical_address_tester=frame.source_address,
                          logical_address_doip_entity=GATEWAY,
                          routing_activation_response=0x10 if refused is None else refused))
            elif frame.payload_type == 0x8001:
                tester, target, request = frame.source_address, frame.target_address, bytes(frame.payload)
                units = list(names) if target == ALL and ODDITY != "no functional address" else [u for u in names if u == target]
                if ODDITY == "no functional address" and target == GATEWAY:
                    units = [ENGINE]
                if not units:
                    send(DoIP(payload_type=0x8003, source_address=target, target_address=tester, nack_code=3))
                    continue
                send(DoIP(payload_type=0x8002, source_address=target, target_address=tester, ack_code=0))
                if ODDITY == "unsolicited":
                    nonsense(tester)
                for unit in units:
                    said = answer(unit, request)
                    if ODDITY == "body is silent" and unit == BODY and target != ALL:
                        continue
                    if ODDITY == "breaks after clearing" and request[0] == 0x22 and not held[ENGINE]:
                        link.close()
                    if target == ALL and said[:1] == b"\x7f":
                        continue
                    if ODDITY == "asks for patience" and request[0] == 0x19:
                        for _ in range(3):
                            diagnostic(unit, tester, no(request[0], 0x78))
                            time.sleep(0.05)
                    if said:
                        diagnostic(GATEWAY if ODDITY == "no functional address" else unit, tester, said)
    except (EOFError, OSError):
        link.close()


def accept():
    while True:
        threading.Thread(target=serve, args=(server.accept()[0],), daemon=True).start()


begin("none")
server = socket.create_server(("127.0.0.1", 0))
print(server.getsockname()[1], flush=True)
threading.Thread(target=accept, daemon=True).start()
for line in sys.stdin:
    begin(line.strip())
    print("so be it", flush=True)

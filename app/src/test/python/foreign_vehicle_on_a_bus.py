"""A vehicle that speaks SAE J1979 on its bus, made with Debian's packet toolkit: whatever it says is built by that alone.

Prints its port, and one line for each live value that it tells: identifier, value as the toolkit scales it.
An argument names an oddity.
"""

import socket
import sys

from scapy.contrib.automotive.obd.obd import *
from scapy.contrib.isotp import ISOTP
from scapy.layers.can import CAN

ODDITY = sys.argv[1]
ANSWERS = 0x18DAF110 if ODDITY == "29 bits" else 0x7E8
LISTENS = (0x18DB33F1, 0x18DA10F1) if ODDITY == "29 bits" else (0x7DF, 0x7E0)

LIVE = {
    0x05: OBD_PID05(data=83),
    0x08: OBD_PID08(data=-12.5),
    0x0A: OBD_PID0A(data=360),
    0x0C: OBD_PID0C(data=862.5),
    0x14: OBD_PID14(outputVoltage=0.455, trim=0),
    0x18: OBD_PID18(outputVoltage=0.155, trim=0),
    0x23: OBD_PID23(data=40120),
    0x24: OBD_PID24(equivalence_ratio=0.9995, voltage=2.5),
    0x2E: OBD_PID2E(data=20),
    0x32: OBD_PID32(data=-1500.25),
    0x33: OBD_PID33(data=98),
    0x42: OBD_PID42(data=14.123),
    0x46: OBD_PID46(data=-7),
    0x49: OBD_PID49(data=15.7),
    0x53: OBD_PID53(data=100.25),
    0x59: OBD_PID59(data=152340),
    0x5C: OBD_PID5C(data=104),
}
TOLD = {0x14: "outputVoltage", 0x18: "outputVoltage", 0x24: "equivalence_ratio"}
BITMAPS = {0x00: OBD_PID00, 0x20: OBD_PID20, 0x40: OBD_PID40, 0x60: OBD_PID60}
STORED = [OBD_DTC(location="Powertrain", code1=0, code2=3, code3=4, code4=0), OBD_DTC(location="Network", code1=0, code2=1, code3=0, code4=0)]
PENDING = [OBD_DTC(location="Powertrain", code1=0, code2=1, code3=7, code4=1)]


def bitmap(base):
    names = ["PID%02X" % p for p in list(LIVE) + [0x01, 0x13] if base < p <= base + 0x20]
    if base < 0x60:
        names.append("PID%02X" % (base + 0x20))
    return BITMAPS[base](supported_pids="+".join(names))


def told(pid):
    if pid in BITMAPS:
        return bitmap(pid)
    if pid == 0x01:
        return OBD_PID01(mil=1, dtc_count=2, continuous_tests_supported=7, once_per_trip_tests_supported=0x65, once_per_trip_tests_ready=0x21)
    if pid == 0x13:
        return Raw(b"\x33")
    return LIVE.get(pid)


def answer(request):
    service = request[0]
    if service == 0x01:
        values = [(p, told(p)) for p in request[1:]]
        records = [bytes([p]) + bytes(v) for p, v in values if v is not None]
        return b"\x41" + b"".join(records) if records else None
    if service == 0x03:
        return bytes(OBD() / OBD_S03_PR(dtcs=STORED))
    if service == 0x07:
        return None if ODDITY == "no pending codes" else bytes(OBD() / OBD_S07_PR(dtcs=PENDING))
    if service == 0x0A:
        return bytes(OBD() / OBD_S0A_PR(dtcs=STORED[:1]))
    if service == 0x09 and request[1] == 0x02:
        return b"\x49\x02" + bytes(OBD_IID02(count=1, vehicle_identification_numbers=["0HMWS3A07K1000342"]))
    if service == 0x09 and request[1] == 0x0A:
        return b"\x49\x0a" + bytes(OBD_IID0A(count=1, ecu_names=["ECM\x00-EngineControl\x00"]))
    if service == 0x04:
        if ODDITY == "engine runs":
            return bytes(OBD() / OBD_NR(request_service_id=0x04, response_code=0x22))
        STORED.clear()
        PENDING.clear()
        return b"\x44"
    return None


def serve(link):
    waiting = b""
    rest = []
    while True:
        came = link.recv(4096)
        if not came:
            return
        waiting += came
        while len(waiting) >= 16:
            frame, waiting = CAN(waiting[:16]), waiting[16:]
            data = bytes(frame.data)
            if frame.identifier not in LISTENS or not data:
                continue
            if data[0] >> 4 == 3:
                out, rest = rest, []
            elif data[0] >> 4 == 0:
                said = answer(data[1 : 1 + data[0]])
                if said is None:
                    continue
                whole = ISOTP(said)
                whole.rx_id = ANSWERS
                out = whole.fragment()
                out, rest = out[:1], out[1:]
            else:
                continue
            for packet in out:
                link.sendall(bytes(packet).ljust(16, b"\x00"))


with socket.create_server(("127.0.0.1", 0)) as server:
    print(server.getsockname()[1])
    for pid, value in LIVE.items():
        read = type(value)(bytes(value))
        print(0xF400 + pid, float(getattr(read, TOLD.get(pid, "data"))))
    print("", flush=True)
    while True:
        link, _ = server.accept()
        link.setsockopt(socket.IPPROTO_TCP, socket.TCP_NODELAY, 1)
        with link:
            serve(link)

"""A tester that was not written here: Debian's packet toolkit speaks ISO 13400-2 and ISO 14229-1 with a simulated
vehicle. One line for each row of the table: "ok" or "WRONG", what was asked, what came. Expected answers are those of
the two standards, from memory.

usage: foreign_client.py HOST PORT ENGINE OTHER      (addresses of two controllers)
"""
import logging
import socket
import struct
import sys
import time

logging.getLogger("scapy").setLevel(logging.CRITICAL)
from scapy.contrib.automotive.doip import DoIP
from scapy.contrib.automotive.uds import (
    UDS, UDS_CDTCI, UDS_DSC, UDS_RC, UDS_RDBI, UDS_RDTCI, UDS_TP)

HOST, PORT = sys.argv[1], int(sys.argv[2])
ENGINE, OTHER = int(sys.argv[3], 0), int(sys.argv[4], 0)
TESTER, ALL = 0x0E10, 0xE000
wrong = 0


def row(words, is_right, came):
    global wrong
    wrong += not is_right
    print("%s|%s|%s" % ("ok" if is_right else "WRONG", words, came))


class Link:
    def __init__(self, activate=True):
        self.socket = socket.create_connection((HOST, PORT), 4)
        if activate:
            self.send(DoIP(payload_type=5, source_address=TESTER, activation_type=0))
            assert self.frame().routing_activation_response == 0x10

    def send(self, packet):
        self.socket.sendall(bytes(packet))

    def read(self, length):
        data = b""
        while len(data) < length:
            more = self.socket.recv(length - len(data))
            if not more:
                raise EOFError
            data += more
        return data

    def frame(self):
        head = self.read(8)
        return DoIP(head + self.read(struct.unpack(">I", head[4:])[0]))

    def is_closed(self):
        try:
            return self.socket.recv(1) == b""
        except ConnectionError:
            return True

    def is_silent(self, seconds=0.6):
        self.socket.settimeout(seconds)
        try:
            return self.socket.recv(1) == b""
        except TimeoutError:
            return True
        finally:
            self.socket.settimeout(4)

    def ask(self, service, target=ENGINE, source=TESTER):
        """The frame behind the acknowledgement, or the refusal of the gateway."""
        self.send(DoIP(payload_type=0x8001, source_address=source, target_address=target) / service)
        first = self.frame()
        return self.frame() if first.payload_type == 0x8002 else first


def says(link, words, service, expected, target=ENGINE):
    came = bytes(link.ask(service, target)[DoIP].payload).hex()
    row(words, came.startswith(expected), came)


def refusals_of_the_gateway():
    for words, source, kind, answer in [
            ("unknown tester", 0x1234, 0, 0x00), ("activation of the maker's own", TESTER, 0xE0, 0x06)]:
        link = Link(activate=False)
        link.send(DoIP(payload_type=5, source_address=source, activation_type=kind))
        came = link.frame().routing_activation_response
        row("routing: " + words, came == answer and link.is_closed(), hex(came))
    link = Link()
    link.send(DoIP(payload_type=5, source_address=TESTER + 1, activation_type=0))
    row("routing: a second tester on one connection", link.frame().routing_activation_response == 0x02, "")
    for words, bytes_, code in [
            ("header: wrong inverse version", b"\x02\x02\x00\x05\x00\x00\x00\x00", 0x00),
            ("header: too large", b"\x02\xfd\x80\x01\x7f\xff\xff\xff", 0x02)]:
        link = Link(activate=False)
        link.socket.sendall(bytes_)
        came = link.frame()
        row(words, came.payload_type == 0 and came.nack == code and link.is_closed(), came.summary())
    link = Link()
    link.send(DoIP(payload_type=0x7777))
    row("header: unknown type, and the connection goes on", link.frame().nack == 0x01, "")
    says(link, "still there", UDS() / UDS_TP(), "7e00")
    link = Link(activate=False)
    link.socket.sendall(b"\x02\xfd\x00\x05\x00\x00\x00\x02\x0e\x10")
    row("header: wrong length", link.frame().nack == 0x04 and link.is_closed(), "")
    link = Link()
    came = link.ask(UDS() / UDS_TP(), target=0x2222)
    row("unknown controller", came.payload_type == 0x8003 and came.nack_code == 0x03, came.summary())
    came = link.ask(UDS() / UDS_TP(), source=TESTER + 1)
    row("message under another address", came.nack_code == 0x02 and link.is_closed(), came.summary())
    link = Link(activate=False)
    before = time.time()
    row("no activation: hung up after two seconds", link.is_closed() and 1.5 < time.time() - before < 4, "")


def services(link):
    says(link, "tester present", UDS() / UDS_TP(), "7e00")
    link.send(DoIP(payload_type=0x8001, source_address=TESTER, target_address=ENGINE) / UDS() / UDS_TP(subFunction=0x80))
    row("tester present that wants no answer", link.frame().payload_type == 0x8002 and link.is_silent(), "")
    says(link, "unknown sub-function", UDS() / UDS_TP(subFunction=0x05), "7f3e12")
    says(link, "wrong length", b"\x10", "7f1013")
    says(link, "unknown service", b"\x84\x00", "7f8411")
    says(link, "unknown session", UDS() / UDS_DSC(diagnosticSessionType=0x60), "7f1012")
    says(link, "extended session", UDS() / UDS_DSC(diagnosticSessionType=3), "5003003201f4")
    says(link, "default session", UDS() / UDS_DSC(diagnosticSessionType=1), "5001003201f4")
    says(link, "identification number", UDS() / UDS_RDBI(identifiers=[0xF190]), "62f190")
    says(link, "unknown identifier", UDS() / UDS_RDBI(identifiers=[0x1234]), "7f2231")
    says(link, "several identifiers, one unknown", UDS() / UDS_RDBI(identifiers=[0x1234, 0xF40D]), "62f40d")
    says(link, "which values there are", UDS() / UDS_RDBI(identifiers=[0xF400]), "62f400")
    says(link, "how codes are written", UDS() / UDS_RDTCI(reportType=1, DTCStatusMask=0x0D), "5901ff04")
    says(link, "codes by status", UDS() / UDS_RDTCI(reportType=2, DTCStatusMask=0x0D), "5902ff")
    says(link, "codes of a controller that has none", UDS() / UDS_RDTCI(reportType=2, DTCStatusMask=0xFF), "5902ff", OTHER)
    says(link, "permanent codes", b"\x19\x15", "5915ff")
    says(link, "unknown report of codes", b"\x19\x55", "7f1912")
    says(link, "snapshot without its record", b"\x19\x04\x03\x40", "7f1913")
    says(link, "clearing without a group", b"\x14\xff", "7f1413")
    says(link, "clearing an unknown group", UDS() / UDS_CDTCI(groupOfDTCHighByte=1, groupOfDTCMiddleByte=2, groupOfDTCLowByte=3), "7f1431")
    says(link, "clearing all, key on", UDS() / UDS_CDTCI(groupOfDTCHighByte=255, groupOfDTCMiddleByte=255, groupOfDTCLowByte=255), "54")
    says(link, "unknown routine", UDS() / UDS_RC(routineControlType=1, routineIdentifier=0x9999), "7f3131")
    says(link, "routine in the default session", UDS() / UDS_RC(routineControlType=1, routineIdentifier=771), "7f317f")
    says(link, "stopping what does not run", UDS() / UDS_RC(routineControlType=2, routineIdentifier=771), "7f3124")
    says(link, "the brakes have no identification number", UDS() / UDS_RDBI(identifiers=[0xF190]), "7f2231", OTHER)
    says(link, "the brakes have a name", UDS() / UDS_RDBI(identifiers=[0xF197]), "62f197", OTHER)


def everybody(link):
    link.send(DoIP(payload_type=0x8001, source_address=TESTER, target_address=ALL) / UDS() / UDS_TP())
    link.frame()
    there = {link.frame().source_address, link.frame().source_address}
    row("all controllers hear the functional address", {ENGINE, OTHER} <= there | {link.frame().source_address}, str(there))
    link.is_silent(0.3)
    link.send(DoIP(payload_type=0x8001, source_address=TESTER, target_address=ALL) / b"\x84\x00")
    row("asked of all, an unknown service is silence", link.frame().payload_type == 0x8002 and link.is_silent(), "")


refusals_of_the_gateway()
services(Link())
everybody(Link())
sys.exit(1 if wrong else 0)

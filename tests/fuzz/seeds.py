# SPDX-License-Identifier: GPL-3.0-or-later
"""Writes small well-formed inputs for the fuzzer to start from. Usage: seeds.py FOLDER"""
import gzip
import io
import lzma
import math
import pathlib
import sys
import zipfile

out = pathlib.Path(sys.argv[1])
out.mkdir(parents=True, exist_ok=True)


def seed(name, kind, text):
    (out / name).write_bytes(bytes([kind]) + text.encode("utf-8"))


rows = [(i * 0.1, 100 * math.sin(i / 8), 100 - 100 * math.cos(i / 8)) for i in range(60)]
seed("csv", 0, "time [s],x [m],y [m],speed [km/h],throttle [%],gear\n" + "".join(f"{t:.2f},{x:.2f},{y:.2f},90,50,3\n" for t, x, y in rows))
seed("semicolon", 0, "Zeit;Geschwindigkeit;Gas\ns;km/h;%\n" + "".join(f"{t:.2f};90,5;{50}\n".replace(".", ",") for t, _, _ in rows))
seed("iso", 0, "Sample Rate,10\n\ntime,lat,lon\n" + "".join(f"2026-11-24T13:00:{t:06.3f}Z,{53 + y / 111195:.7f},{x / 67000:.7f}\n" for t, x, y in rows))
seed("gpx", 0, "<?xml version=\"1.0\"?><gpx><trk><trkseg>" + "".join(f"<trkpt lat=\"{53 + y / 111195:.7f}\" lon=\"{x / 67000:.7f}\"><time>2026-11-24T13:00:{t:06.3f}Z</time></trkpt>" for t, x, y in rows) + "</trkseg></trk></gpx>")
seed("nmea", 0, "".join(f"$GPRMC,1300{t:05.2f},A,5300.{int(y):04d},N,00000.{int(abs(x)):04d},E,50.0,90.0,241126,,\n" for t, x, y in rows))
seed("jsonl", 0, "".join(f"{{\"time\":{t:.2f},\"speed\":25,\"pos\":{{\"x\":{x:.1f},\"y\":{y:.1f}}}}}\n" for t, x, y in rows))
seed("track", 1, '{"features":[{"properties":{"name":"a","left_m":[5,5,5,5]},"geometry":{"type":"LineString","coordinates":[[0,53],[0.002,53],[0.002,53.001],[0,53.001]]}},{"properties":{"role":"kerb","from_m":1,"to_m":2,"side":"left"},"geometry":{"type":"Point","coordinates":[0,0]}}]}')
seed("guide", 2, '{"format":"high-lantern-guide","version":1,"scene":{},"sources":{"video":"a","log":"b","lap":1,"sync":{"offset_s":1},"camera":{"hfov_deg":70}},"corners":[{"number":1,"side":"left","start_m":0,"turn_in_m":1,"apex_m":2,"end_m":3,"advice":[],"beats":[{"id":1,"topic":"brake","at_m":1,"words":"x"}],"markers":[]}],"references":[],"next_id":2}')
seed("list", 3, "number,name,side,start_m,turn_in_m,apex_m,end_m\n1,\"Reed Gate\",right,-42.4,87.7,181.4,302.8\n2,,left,302.8,351,455,653\n")
seed("list-geojson", 3, '{"features":[{"properties":{"role":"corner","number":1,"name":"a","side":"left","at_m":100},"geometry":null}]}')


seed("sheet", 5, "name,value,unit,usual,why,if,then,step\nFront wing,4,,6,\"bites, early\",it pushes,up,1\n,,,,,it slides,down,\n")
seed("sheet-json", 5, '{"setup":[{"name":"a","value":"1","rules":[{"if":"x","then":"up"}]}]}')
seed("pins", 9, "film_s,x_px,y_px,at_m,left_m,up_m\n12.5,640,360,310,-4.2,0\n")
seed("boxes", 9, "channel,kind,x_px,y_px,w_px,h_px,full\nthrottle,bar-up,10,20,12,80,\ngear,digits,40,20,30,40,\n")
seed("deep", 10, '{"a":')
seed("deep-list", 10, "[[[[")
seed("deep-tags", 10, "<gpx><trk>")
seed("folder", 11, '{"format":"high-lantern-guide","version":3,"scene":{},"sources":{"films":[],"log":"b","lap":1},"corners":[],"references":[],"next_id":2}')


def zipped(names):
    memory = io.BytesIO()
    with zipfile.ZipFile(memory, "w", zipfile.ZIP_DEFLATED) as z:
        for name in names:
            z.writestr(name, "time,speed\n" + "".join(f"{i / 10},20\n" for i in range(40)))
    return memory.getvalue()


def bytes_seed(name, kind, data):
    (out / name).write_bytes(bytes([kind]) + data)


bytes_seed("zip", 7, zipped(["lap 1.csv", "lap 10.csv", "lap 2.csv"]))
bytes_seed("gzip", 7, gzip.compress(b"time,speed\n" + b"1,2\n" * 50))
bytes_seed("xz", 7, lzma.compress(b"time,speed\n" + b"1,2\n" * 50))
bytes_seed("utf-16", 8, "time,speed\n1,2\n2,3\n".encode("utf-16"))
bytes_seed("windows-1252", 8, "number,name,apex_m\n1,Kühler,100\n".encode("cp1252"))
seed("conditions", 5, "dry, air 14,5 C, wind 12 km/h from SW, 14:30, tyres warm, race fuel")


def item(key, kind, size, count, data):
    return key + kind + bytes([size]) + count.to_bytes(2, "big") + data + bytes(-len(data) % 4)


def numbers(width, values):
    return b"".join(int(v).to_bytes(width, "big", signed=True) for v in values)


places = [(530000000 + y * 90, x * 150, 4000, 21000, 2100) for _, x, y in rows]
receiver = item(b"GPSF", b"L", 4, 1, numbers(4, [3])) + item(b"SCAL", b"l", 4, 5, numbers(4, [10**7, 10**7, 1000, 1000, 100])) + item(b"GPS5", b"l", 20, len(places), b"".join(numbers(4, p) for p in places))
felt = item(b"STMP", b"J", 8, 1, numbers(8, [5000])) + item(b"SCAL", b"s", 2, 1, numbers(2, [400])) + item(b"ORIN", b"c", 1, 3, b"YxZ") + item(b"ORIO", b"c", 1, 3, b"XYZ") + item(b"ACCL", b"s", 6, 60, numbers(2, [1, 2, 3900] * 60))
turned = item(b"TYPE", b"c", 1, 3, b"sss") + item(b"GYRO", b"?", 6, 60, numbers(2, [k % 50 for k in range(180)]))
device = item(b"DVID", b"L", 4, 1, numbers(4, [1])) + b"".join(item(b"STRM", b"\0", 1, len(s), s) for s in (receiver, felt, turned))
(out / "sensors").write_bytes(bytes([4]) + item(b"DEVC", b"\0", 1, len(device), device))

seed("words", 6, "Brake up to seventy-eight percent, down to third gear, a hundred per cent power.")

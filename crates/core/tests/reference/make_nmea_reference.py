"""Makes nmea.csv: sentences and what the PyPI library `pynmea2` reads in them.  usage: pip install pynmea2==1.19.0 && python make_nmea_reference.py"""
import csv, pathlib
import pynmea2
here = pathlib.Path(__file__).parent
lines = [
    str(pynmea2.DPT('SD', 'DPT', ('4.7', '0.3'))), str(pynmea2.DPT('SD', 'DPT', ('12.25', '-0.5'))), str(pynmea2.DPT('II', 'DPT', ('0.8', '0.0'))),
    str(pynmea2.DBT('SD', 'DBT', ('15.4', 'f', '4.7', 'M', '2.6', 'F'))), str(pynmea2.DBT('SD', 'DBT', ('22.0', 'f', '6.71', 'M', '3.67', 'F'))),
    str(pynmea2.MTW('YX', 'MTW', ('12.4', 'C'))), str(pynmea2.MTW('YX', 'MTW', ('3.05', 'C'))),
    str(pynmea2.RMC('GP', 'RMC', ('081836', 'A', '0003.2100', 'S', '00107.3600', 'E', '003.1', '360.0', '010125', '', ''))),
    str(pynmea2.RMC('GN', 'RMC', ('120000.00', 'A', '0012.0600', 'N', '00018.0300', 'W', '0.5', '', '010125', '', '', 'A'))),
    str(pynmea2.MWV('WI', 'MWV', ('045.0', 'R', '10.5', 'N', 'A'))), str(pynmea2.MWV('WI', 'MWV', ('270.0', 'T', '4.2', 'M', 'A'))), str(pynmea2.MWV('II', 'MWV', ('10.0', 'T', '18.0', 'K', 'A'))),
]
with open(here / "nmea.csv", "w", newline="") as f:
    out = csv.writer(f, lineterminator="\n"); out.writerow(["sentence", "kind", "a", "b", "c"])
    for line in lines:
        m = pynmea2.parse(line, check=True)
        k = m.sentence_type
        if k == "DPT": row = [float(m.depth), float(m.offset), ""]
        elif k == "DBT": row = [float(m.depth_meters), "", ""]
        elif k == "MTW": row = [float(m.temperature), "", ""]
        elif k == "RMC": row = [repr(m.latitude), repr(m.longitude), float(m.spd_over_grnd)]
        elif k == "MWV": row = [float(m.wind_speed), m.reference, m.wind_speed_units]
        out.writerow([line, k, *row])

import os


def test_recorded_tides():
    assert os.environ.get("RECORDED_TIDES", "tides.csv").endswith(".csv")

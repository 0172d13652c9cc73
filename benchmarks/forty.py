"""Server time of the pages of a job with forty leads as a ratio to an empty Jinja page.

Run: .venv/bin/python benchmarks/forty.py
Aim: no page above 20.
"""

from bench import asking, demonstration, median_ms

from euthyne.cli.demo_job import load_job

FORTY = 40
PAGES = (
    "/jobs",
    "/jobs/1",
    "/jobs/1/cutting",
    "/jobs/1/bench",
    "/jobs/1/cost",
    "/bench",
    "/stores/shopping",
)


def main():
    app, folder = demonstration()
    load_job(folder)
    client = app.test_client()
    client.post("/jobs/1/more", data={"tag": "TR-0043", "many": str(FORTY)})
    client.post("/jobs/1/cutting")
    empty = median_ms(asking(client, "/empty"))
    print(f"empty Jinja page          {empty:7.2f} ms   1.0x")
    for address in PAGES:
        took = median_ms(asking(client, address))
        print(f"{address:<28}{took:5.2f} ms {took / empty:5.1f}x")


if __name__ == "__main__":
    main()

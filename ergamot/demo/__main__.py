"""python -m ergamot.demo: enter the demo farm into the store named in ERGAMOT_DATABASE."""

from ergamot.demo.tansy_rise import load, utc_now
from ergamot.store.engine import open_engine

if __name__ == "__main__":
    entered = load(open_engine(), utc_now())
    print("Tansy Rise was entered." if entered else "A farm is here already; nothing was added.")

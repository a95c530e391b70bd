"""Who works at the searches: a process of its own beside the server, with others under it, or a cluster.

web  --keeps-->  search (waiting)  --taken by-->  jobs.py  --drafts-->  processes.py | cluster.py
                 tried, front      <--kept after each generation--      judging.py, in each worker

Whoever answers keepers is helped by processes too: `beside.py` shares what takes long, such as the starts.
"""

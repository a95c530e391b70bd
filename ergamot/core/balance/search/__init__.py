"""The search for pens worth building: for a flock and a farm, what no other pen beats on what counts.

      vary           refuse early        frame          judge           rank
    genes.py    ->   drafts.py     ->   (core.frame) -> candidate.py -> front.py
    shares 0..1      a design, or       the real        marks and       what nothing beats
    of each choice   why it is none     engine          figures
                          \\_____________ executor.py ____________/
                            whole generations, in this process or in many

`run.py` turns the wheel: seeded, in whole generations, so that one seed finds one front however many work at it, and what
was judged already need not be judged again.
"""

"""What every maker of leads knows: wire, cable, ratings, heat, fuses, sleeves, dies; it knows no
lead.
"""

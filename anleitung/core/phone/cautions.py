"""The cautions that the program puts before a step, by what the step does."""

from anleitung.core.marked import N_, Texts

CAUTIONS = Texts(
    {
        "all-data-goes": N_(
            "This erases all data on the phone. Whatever is not copied elsewhere is lost."
        ),
        "system-goes": N_(
            "This erases what is there. Until something is installed, the phone does not boot."
        ),
        "warranty": N_(
            "The warranty may end, and a mark in the phone may stay for good. Ask the seller first "
            "if that matters to you."
        ),
        "wrong-file-ends-phone": N_(
            "The wrong file can brick the phone. Compare name and digest once more."
        ),
        "never-relock-foreign": N_(
            "Do not lock the bootloader again while this system is installed: the phone may not "
            "start, and may not be unlocked again."
        ),
        "payment-apps": N_("Payment and identity apps may stop working afterwards."),
        "stolen-phone-open": N_(
            "From here on a phone that is stolen or lost is open to its finder."
        ),
        "radio-test-call": N_(
            "After this change, test a call. How emergency calls are tested without disturbing "
            "them differs from place to place: ask where you live."
        ),
        "battery-care": N_(
            "Leave a swollen or hot battery alone, and take no phone apart: those belong to an "
            "authorised repairer."
        ),
        "root-rules": N_(
            "Root can be forbidden by law, contract or employer: those rules come first. Every app "
            "that is given root can read and change everything."
        ),
        "rules-first": N_(
            "Law, contract or employer may forbid unlocking. Those rules come first. A swollen or "
            "hot battery, or an opened phone, belongs to an authorised repairer."
        ),
    }
)

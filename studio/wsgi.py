"""The WSGI application."""

import os
import threading

os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "studio.settings")

from django.core.wsgi import get_wsgi_application

application = get_wsgi_application()

from studio.operating import look_over  # noqa: E402 after Django is set up
from studio.warm import warm  # noqa: E402

warm()
threading.Thread(target=look_over, name="look over", daemon=True).start()

using System.CommandLine;
using Adnumera.Web;
using Adnumera.Web.CommandLine;

var root = new RootCommand("Adnumera: the application, and what is done to its files.");
ServeVerb.AddTo(root);
BackupVerbs.AddTo(root);
PersonVerb.AddTo(root);
CompanyVerb.AddTo(root);

// The tool that describes the API at build time adds arguments of its own.
root.TreatUnmatchedTokensAsErrors = !Application.IsDescribing;
return await root.Parse(args).InvokeAsync();
